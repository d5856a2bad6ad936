'use client';
// A button that takes a file in: it is looked into first, and what goes wrong is said under it.
import { Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { Button } from '../primitives/button';
import { toast } from '../primitives/toast';
import { ImportDialog, type Item, type Problem, sendFile } from './import-dialog';

export function ImportButton({
  label,
  onProblems,
}: {
  readonly label: string;
  readonly onProblems: (problems: readonly Problem[]) => void;
}) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [opened, setOpened] = useState<{
    readonly file: File;
    readonly items: readonly Item[];
    readonly notices: readonly string[];
  } | null>(null);
  const look = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    onProblems([]);
    setBusy(true);
    const answer = await sendFile(file, null);
    setBusy(false);
    if ('items' in answer) setOpened({ file, items: answer.items, notices: answer.notices });
    else if ('problems' in answer) onProblems(answer.problems);
  };
  return (
    <>
      <Button onClick={() => input.current?.click()} disabled={busy}>
        <Upload size={15} aria-hidden /> {busy ? 'Looking into it…' : label}
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        aria-label="File to import"
        tabIndex={-1}
        onChange={(e) => {
          void look(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      {opened && (
        <ImportDialog
          file={opened.file}
          items={opened.items}
          notices={opened.notices}
          onClose={() => setOpened(null)}
          onProblems={(problems) => {
            setOpened(null);
            onProblems(problems);
          }}
          onTaken={(names) => {
            setOpened(null);
            toast(
              names.length === 1
                ? `Imported ${names[0]}`
                : `Imported ${names.length}: ${names.slice(0, 3).join(', ')}${names.length > 3 ? ' …' : ''}`,
            );
            router.refresh();
          }}
        />
      )}
    </>
  );
}
