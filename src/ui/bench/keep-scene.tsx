'use client';

// Keeps what stands on the bench as what a section of a song wants.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { showValue } from '@/core/bench';
import { keepAsSection, keepInSection, valuesIn } from '@/core/commands';
import type { Parameter, RigIndex, Song } from '@/core/rig';
import { PickFrom } from '../gear/pick-from';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Dialog } from '../primitives/dialog';
import { Switch } from '../primitives/switch';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import type { Bench } from './bench-store';

interface Props {
  readonly bench: Bench;
  readonly index: RigIndex;
}

export function KeepScene(props: Props) {
  const [asking, setAsking] = useState(false);
  const [song] = props.index.rig.songs;
  if (!song) return null;
  return (
    <>
      <button
        type="button"
        className="ml-auto rounded-sm px-1 text-verdigris hover:underline"
        title="What stands here as what a section of a song wants"
        onClick={() => setAsking(true)}
      >
        Keep for a section…
      </button>
      {asking && <KeepDialog {...props} first={song} onClose={() => setAsking(false)} />}
    </>
  );
}

const NEW = 'new';

function KeepDialog({ bench, index, first, onClose }: Props & { readonly first: Song; readonly onClose: () => void }) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const { rig } = index;
  const { values, names } = bench.store.getState();
  const standsAt = (p: Parameter): number => values[names?.parameterIds.indexOf(p.id) ?? -1] ?? p.start;
  const [songId, setSong] = useState(first.id);
  const song = rig.songs.find((s) => s.id === songId) ?? first;
  const [at, setAt] = useState(NEW);
  const section = at === NEW ? undefined : song.sections[Number(at)];
  const named = new Set(section ? valuesIn(rig, song, Number(at)).map((v) => v.parameterId) : []);
  const [ticked, tick] = useState<ReadonlyMap<string, boolean>>(new Map());
  const known = rig.parameters.filter((p) => p.kind !== 'trigger' && !Number.isNaN(standsAt(p)));
  // What was moved here, what the section names already, and what was asked for.
  const listed = known.filter((p) => standsAt(p) !== p.start || named.has(p.id) || ticked.has(p.id));
  const isKept = (p: Parameter): boolean => ticked.get(p.id) ?? true;
  const kept = listed.filter(isKept).map((p) => ({ parameterId: p.id, value: standsAt(p) }));
  const put = (id: string, on: boolean): void => tick((all) => new Map(all).set(id, on));
  const keep = (): void => {
    const newId = (): string => nanoid(12);
    const made = section ? keepInSection(rig, song, Number(at), kept, newId) : keepAsSection(rig, song, kept, newId);
    if (!made || !edit(made)) return;
    undoable(`${section?.name ?? `A new section of ${song.name}`} wants ${counted(kept.length, 'value')} now`);
    onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title="Keep what stands here for a section"
      description="What is not kept stays as it is when the section begins."
      footer={
        <Button tone="primary" disabled={kept.length === 0} onClick={keep}>
          Keep {counted(kept.length, 'value')}
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Choice
          label="Song"
          value={song.id}
          options={rig.songs.map((s) => [s.id, s.name])}
          onChange={(to) => {
            setSong(to);
            setAt(NEW);
          }}
        />
        <Choice
          label="Section"
          value={at}
          options={[...song.sections.map((s, i): [string, string] => [String(i), s.name]), [NEW, 'a new one at the end']]}
          onChange={setAt}
        />
      </div>
      {section && named.size > 0 && (
        <p className="pt-2 text-xs text-ink-2">It takes the place of the {counted(named.size, 'value')} there.</p>
      )}
      <ul aria-label="Values to keep" className="max-h-[40vh] overflow-y-auto py-2">
        {listed.map((p) => (
          <KeptLine key={p.id} index={index} parameter={p} value={standsAt(p)} on={isKept(p)} put={(on) => put(p.id, on)} />
        ))}
        {listed.length === 0 && <li className="text-sm text-ink-2">Nothing was moved here yet: all stands at its start.</li>}
      </ul>
      <PickFrom
        label="One more"
        none="One more…"
        parameters={known.filter((p) => !listed.includes(p))}
        onPick={(p) => put(p.id, true)}
      />
    </Dialog>
  );
}

function KeptLine({
  index,
  parameter,
  value,
  on,
  put,
}: {
  readonly index: RigIndex;
  readonly parameter: Parameter;
  readonly value: number;
  readonly on: boolean;
  readonly put: (on: boolean) => void;
}) {
  return (
    <li className="flex items-baseline justify-between gap-3 py-0.5 text-sm">
      <Switch
        label={`${parameter.name}, ${index.targets.get(parameter.targetId)?.name ?? ''}`}
        on={on}
        onChange={put}
        className="min-w-0"
      />
      <span className="shrink-0 font-mono text-xs">{showValue(parameter, value)}</span>
    </li>
  );
}
