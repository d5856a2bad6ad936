'use client';
// Where a list comes from: a file that is chosen, or what is typed or pasted. A long one is told by its size.
import { useRef, useState } from 'react';
import { err, type Result } from '@/core/base';
import { type DecodedText, decodeText, FILE_LIMIT, type FileProblem, fileProblemWords, guessedEncoding } from '@/core/formats';
import { Notices } from '../import/import-dialog';
import { Button } from '../primitives/button';
import { Field } from '../primitives/field';

/** Longer texts are not put into the field: a browser takes seconds to lay them out. */
const SHOWN = 60_000;

interface Props {
  /** Which files there are, in words, and what a file dialog offers. */
  readonly files: string;
  readonly accept: string;
  readonly label: string;
  readonly hint: string;
  readonly example: string;
  readonly rows: number;
  readonly text: string;
  readonly onText: (text: string) => void;
}

/** What was read from a file, for as long as nothing else stands there. */
interface FromFile {
  readonly name: string;
  readonly text: string;
  readonly guessed: boolean;
}

export function ListSource({ files, accept, label, hint, example, rows, text, onText }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [from, setFrom] = useState<FromFile | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    const read = await textOf(chosen);
    setProblem(read.ok ? null : fileProblemWords(read.error));
    if (!read.ok) return;
    setFrom({ name: chosen.name, text: read.value.text, guessed: read.value.encoding === 'windows-1252' });
    onText(read.value.text);
  };
  const isFrom = from !== null && from.text === text ? from : null;
  return (
    <>
      <div className="flex items-center gap-3">
        <Button onClick={() => input.current?.click()}>Choose a file…</Button>
        <span className="text-xs text-ink-2">{files}; or paste below.</span>
        <input
          ref={input}
          type="file"
          accept={accept}
          className="sr-only"
          aria-label="List to read"
          tabIndex={-1}
          onChange={(e) => {
            void open(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </div>
      <Notices notices={isFrom?.guessed ? [guessedEncoding] : []} />
      {text.length > SHOWN ? (
        <p className="flex items-center gap-3 rounded-sm border bg-film px-3 py-2">
          <span className="flex-1">
            {isFrom?.name ?? 'What you pasted'}: {Math.round(text.length / 1024)} kB
          </span>
          <Button size="small" onClick={() => onText('')}>
            Clear
          </Button>
        </p>
      ) : (
        <Field label={label} hint={hint}>
          {(id) => (
            <textarea
              id={id}
              // biome-ignore lint/a11y/noAutofocus: what is copied can be pasted at once
              autoFocus
              value={text}
              onChange={(e) => onText(e.target.value)}
              rows={rows}
              spellCheck={false}
              placeholder={example}
              className="w-full rounded-sm border border-control-edge bg-sheet px-2 py-1.5 font-mono text-xs leading-5"
            />
          )}
        </Field>
      )}
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </>
  );
}

const textOf = async (file: File): Promise<Result<DecodedText, FileProblem>> =>
  file.size > FILE_LIMIT ? err({ code: 'too-large', bytes: FILE_LIMIT }) : decodeText(new Uint8Array(await file.arrayBuffer()));
