'use client';
// Recording what the hand does, keeping it with the rig, playing it again; and Standard MIDI Files out and in.
import { nanoid } from 'nanoid';
import { DropdownMenu } from 'radix-ui';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { sysexOf } from '@/core/bench';
import { nextOrder } from '@/core/commands';
import { fileProblemWords, readSmf, readSyx, SMF_LIMIT, writeSmf } from '@/core/formats';
import { batch, type Controller, insert, type Rig, type RigIndex, remove, type ScriptEvent } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field, TextInput } from '../primitives/field';
import { saveFile } from '../primitives/save-file';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import type { Bench } from './bench-store';
import { at } from './monitor';

const item =
  'flex w-full cursor-default items-center gap-2 rounded-sm px-2 py-1.5 text-sm outline-none data-[disabled]:text-ink-3 data-[highlighted]:bg-film';

interface Props {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly controller: Controller;
}

export function ScriptsBar({ bench, index, controller }: Props) {
  const recording = useStore(bench.store, (s) => s.recording);
  const playing = useStore(bench.store, (s) => s.playing);
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const [taken, setTaken] = useState<readonly ScriptEvent[] | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const { scripts } = index.rig;

  const stop = (): void => {
    const events = bench.stopRecording();
    if (events.length === 0) toast('Nothing was recorded.', { description: 'Press Record, then play the panel.' });
    else setTaken(events);
  };
  const keep = (name: string): void => {
    if (!taken) return;
    const row = { id: nanoid(10), order: nextOrder(index.rig.scripts), name, events: [...taken] };
    if (edit(batch(`Keep script ${name}`, [insert('scripts', row)]))) setTaken(null);
  };
  const forget = (id: string): void => {
    const row = scripts.find((s) => s.id === id);
    if (row && edit(batch(`Delete script ${row.name}`, [remove('scripts', row)]))) undoable(`${row.name} deleted.`);
  };

  const exportFile = (): void => {
    const { monitor } = bench;
    const sysex = bench.store.getState().names?.sysex ?? [];
    const messages: { atMs: number; word: number }[] = [];
    const begin = monitor.sentAt[at(monitor.first)] ?? 0;
    for (let n = monitor.first; n < monitor.next; n++)
      if ((monitor.from[at(n)] ?? -1) >= 0)
        messages.push({ atMs: (monitor.sentAt[at(n)] ?? 0) - begin, word: monitor.word[at(n)] ?? 0 });
    if (messages.length === 0) {
      toast('Nothing was sent yet.', { description: 'Play the panel first; what it sent is written to the file.' });
      return;
    }
    const bytes = writeSmf(messages, sysex);
    saveFile(new Blob([bytes.slice().buffer], { type: 'audio/midi' }), `${index.rig.name.slice(0, 60) || 'rig'}.mid`);
  };
  const playFile = async (chosen: File): Promise<void> => {
    if (chosen.size > SMF_LIMIT) {
      toast.error('Not played.', { description: `The file has more than ${SMF_LIMIT / 1024 / 1024} MB, the most that is read.` });
      return;
    }
    const bytes = new Uint8Array(await chosen.arrayBuffer());
    // SysEx of the file joins the messages that the rig itself has, so that the wire can name it.
    const setup = bench.store.getState().setup;
    const known = sysexOf(index, setup.sysex);
    const read = bytes[0] === 0xf0 ? readSyx(bytes, known) : readSmf(bytes, known);
    if (!read.ok) {
      toast.error('Not played.', { description: fileProblemWords(read.error) });
      return;
    }
    const { messages, sysex } = read.value;
    const own = sysexOf(index).bytes.length;
    if (sysex.bytes.length > known.bytes.length) bench.setUp({ ...setup, sysex: sysex.bytes.slice(own) });
    bench.play(
      chosen.name,
      messages.map(({ atMs, word }) => ({ do: 'words', on: controller.id, atMs, words: [word] })),
    );
  };

  if (recording !== null) return <Recording bench={bench} since={recording} onStop={stop} />;
  if (playing) return <Playing bench={bench} />;
  return (
    <>
      <Button size="small" onClick={bench.record} title="Record what the hand does on the panel">
        <span aria-hidden className="h-2.5 w-2.5 rounded-full bg-spark" /> Record
      </Button>
      <ScriptsMenu bench={bench} file={file} scripts={scripts} forget={forget} exportFile={exportFile} />
      <FileToPlay file={file} playFile={playFile} />
      {taken && <NameScript events={taken} taken={scripts.length} onKeep={keep} onClose={() => setTaken(null)} />}
    </>
  );
}

function FileToPlay({
  file,
  playFile,
}: {
  readonly file: RefObject<HTMLInputElement | null>;
  readonly playFile: (chosen: File) => Promise<void>;
}) {
  return (
    <input
      ref={file}
      type="file"
      accept=".mid,.midi,.syx,audio/midi"
      aria-label="MIDI file to play"
      className="hidden"
      onChange={(event) => {
        const [chosen] = event.target.files ?? [];
        event.target.value = '';
        if (chosen) void playFile(chosen);
      }}
    />
  );
}

function ScriptsMenu({
  bench,
  file,
  scripts,
  forget,
  exportFile,
}: {
  readonly bench: Bench;
  readonly file: RefObject<HTMLInputElement | null>;
  readonly scripts: Rig['scripts'];
  readonly forget: (id: string) => void;
  readonly exportFile: () => void;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button size="small">Scripts{scripts.length > 0 ? ` ${scripts.length}` : ''}</Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 max-h-[70vh] w-[320px] overflow-y-auto rounded-md border border-control-edge bg-sheet p-1.5 shadow-xl"
        >
          {scripts.map((script) => (
            <DropdownMenu.Sub key={script.id}>
              <DropdownMenu.SubTrigger className={item}>
                <span className="min-w-0 flex-1 truncate">{script.name}</span>
                <span className="font-mono text-xs text-ink-2">{seconds(script.events.at(-1)?.atMs ?? 0)}</span>
              </DropdownMenu.SubTrigger>
              <DropdownMenu.Portal>
                <DropdownMenu.SubContent className="z-50 w-40 rounded-md border border-control-edge bg-sheet p-1.5 shadow-xl">
                  <DropdownMenu.Item className={item} onSelect={() => bench.play(script.name, script.events)}>
                    Play
                  </DropdownMenu.Item>
                  <DropdownMenu.Item className={item} onSelect={() => forget(script.id)}>
                    Delete
                  </DropdownMenu.Item>
                </DropdownMenu.SubContent>
              </DropdownMenu.Portal>
            </DropdownMenu.Sub>
          ))}
          {scripts.length === 0 && (
            <p className="px-2 py-1.5 text-sm text-ink-2">No script is kept yet. Record one, and it stays with the rig.</p>
          )}
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          <DropdownMenu.Item className={item} onSelect={exportFile}>
            Write what was sent as a MIDI file
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => file.current?.click()}>
            Play a MIDI or SysEx file into the rig
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const seconds = (ms: number): string => `${(ms / 1000).toFixed(1)} s`;

/** The time since something began, a few times a second. */
function useElapsed(bench: Bench, since: number): number {
  const [elapsed, setElapsed] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setElapsed(bench.now() - since), 200);
    return () => clearInterval(timer);
  }, [bench, since]);
  return elapsed;
}

function Recording({ bench, since, onStop }: { readonly bench: Bench; readonly since: number; readonly onStop: () => void }) {
  const elapsed = useElapsed(bench, since);
  return (
    <Button size="small" className="border-spark text-spark" onClick={onStop}>
      <span aria-hidden className="h-2.5 w-2.5 rounded-sm bg-spark" /> Stop recording{' '}
      <span className="font-mono">{seconds(elapsed)}</span>
    </Button>
  );
}

function Playing({ bench }: { readonly bench: Bench }) {
  const playing = useStore(bench.store, (s) => s.playing);
  const elapsed = useElapsed(bench, playing?.from ?? 0);
  if (!playing) return null;
  return (
    <span className="flex items-center gap-2 text-xs">
      <progress
        aria-label={`Playing ${playing.name}`}
        className="h-1.5 w-24 accent-spark"
        max={Math.max(1, playing.lengthMs)}
        value={Math.min(elapsed, playing.lengthMs)}
      />
      <span className="max-w-[120px] truncate">{playing.name}</span>
      <Button size="small" onClick={bench.stopPlaying}>
        Stop
      </Button>
    </span>
  );
}

function NameScript({
  events,
  taken,
  onKeep,
  onClose,
}: {
  readonly events: readonly ScriptEvent[];
  readonly taken: number;
  readonly onKeep: (name: string) => void;
  readonly onClose: () => void;
}) {
  const [name, setName] = useState(`Script ${taken + 1}`);
  const fits = name.trim().length > 0 && name.trim().length <= 120;
  return (
    <Dialog
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      title="Keep this script"
      description={`${events.length} things in ${seconds(events.at(-1)?.atMs ?? 0)}. It stays with the rig and can be played again.`}
      footer={
        <>
          <Button onClick={onClose}>Throw it away</Button>
          <Button tone="primary" disabled={!fits} onClick={() => onKeep(name.trim())}>
            Keep it
          </Button>
        </>
      }
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (fits) onKeep(name.trim());
        }}
      >
        <Field label="Name" error={fits ? undefined : 'A name has 1 to 120 characters.'}>
          {(id) => <TextInput id={id} value={name} onChange={(e) => setName(e.target.value)} autoFocus />}
        </Field>
      </form>
    </Dialog>
  );
}
