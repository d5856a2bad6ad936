'use client';
import { ChevronDown, Printer } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { RigIndex } from '@/core/rig';
import { PdfButton } from '../paper/pdf-button';
import { usePdf } from '../paper/use-pdf';
import { Button, buttonLook } from '../primitives/button';
import { Link } from '../primitives/link';
import { menuBox, menuLine } from '../primitives/menu';
// What can be done with the sheet: entered step by step, narrowed, taken along on paper or as a file.
import { Switch } from '../primitives/switch';

interface Props {
  readonly index: RigIndex;
  readonly lines: number;
  readonly toEnter: number;
}

interface NarrowProps {
  readonly left: boolean;
  readonly onLeft: (on: boolean) => void;
  /** Null where nothing is marked for the smallest map. */
  readonly least: boolean | null;
  readonly onLeast: (on: boolean) => void;
  /** What is looked for; null where there is nothing to look in. */
  readonly find: string | null;
  readonly onFind: (text: string) => void;
}

export function SheetBar({ index, lines, toEnter }: Props) {
  const { rig } = index;
  const pdf = usePdf();
  const files = `/api/rigs/${rig.id}`;
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      {lines > 0 && (
        <Link href={`/rigs/${rig.id}/sheet/walk`} className={buttonLook({ tone: 'primary' })}>
          {toEnter === lines ? 'Step by step' : 'Go on step by step'}
        </Link>
      )}
      <span className="ml-auto" />
      <Link href={`/rigs/${rig.id}/sheet/homes`} className={buttonLook()}>
        Where it lives
      </Link>
      <Link href={`/rigs/${rig.id}/sheet/again`} className={buttonLook()}>
        What changed
      </Link>
      <Link href={`/rigs/${rig.id}/sheet/labels`} className={buttonLook()}>
        Labels
      </Link>
      <PdfButton
        pdf={pdf}
        onMake={() =>
          pdf.make(`${rig.name} sheet.pdf`, (worker, told) => worker.sheet(rig, new Date().toISOString().slice(0, 10), told))
        }
      >
        PDF
      </PdfButton>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className={buttonLook()}>
          Save as <ChevronDown size={14} aria-hidden />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={4} className={menuBox('min-w-40')}>
            <DropdownMenu.Item asChild>
              <a className={menuLine} href={`${files}/sheet`}>
                CSV
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item asChild>
              <a className={menuLine} href={`${files}/files?as=sheet-tsv`}>
                TSV
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item asChild>
              <a className={menuLine} href={`${files}/files?as=sheet-md`}>
                Markdown
              </a>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Button onClick={() => window.print()}>
        <Printer size={15} aria-hidden /> Print
      </Button>
    </div>
  );
}

/** Which lines of the sheet are shown. */
export function Narrowed({ left, onLeft, least, onLeast, find, onFind }: NarrowProps) {
  return (
    <span className="no-print ml-auto flex flex-wrap items-center gap-2">
      <Tick label="only what is left" on={left} onChange={onLeft} />
      {least !== null && <Tick label="only the smallest map" on={least} onChange={onLeast} />}
      {find !== null && (
        <input
          type="search"
          aria-label="Find a line"
          placeholder="Find a line"
          value={find}
          onChange={(e) => onFind(e.target.value)}
          className="h-8 w-44 rounded-sm border border-control-edge bg-sheet px-2"
        />
      )}
    </span>
  );
}

function Tick({
  label,
  on,
  onChange,
}: {
  readonly label: string;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}) {
  return <Switch className="pl-2 text-sm" label={label} on={on} onChange={onChange} />;
}
