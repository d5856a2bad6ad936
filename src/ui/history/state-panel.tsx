'use client';

// One state of the rig: its names, what was changed since and has to be entered again, and the way back to it.

import { Bookmark, FoldVertical } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { asOfToday, controlsIn, headChanges, planReturn, returnEdit, rowsOfControl, withNeeds } from '@/core/commands';
import { indexRig, type Rig, type RigIndex } from '@/core/rig';
import { giveRevisionName, giveStateName, type Revision, removeRevision } from '@/server/actions/history';
import { RowChoices } from '../import/row-choices';
import { rowName } from '../import/row-name';
import { Button } from '../primitives/button';
import { Field, Select } from '../primitives/field';
import { NameDialog } from '../primitives/name-dialog';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { FoldDialog } from './fold-dialog';
import { type Point, stepWords, whenOf } from './points';
import { Since } from './since';
import { useStateAt } from './use-history';

interface Props {
  readonly index: RigIndex;
  readonly version: number;
  /** The version of the rig as it is. */
  readonly now: number;
  readonly points: readonly Point[];
  readonly revisions: readonly Revision[];
  readonly onNamed: () => void;
  /** The version where the history begins. */
  readonly begins: number;
}

export function StatePanel({ index, version, now, points, revisions, onNamed, begins }: Props) {
  const { rig } = index;
  const state = useStateAt(rig.id, version);
  const [view, setView] = useState<'since' | 'back'>('since');
  const [folding, setFolding] = useState(false);
  const [naming, setNaming] = useState<Revision | 'new' | null>(null);
  const names = points.flatMap((p) => (p.type === 'revision' ? [p.revision] : []));
  const step = points.find((p) => p.type === 'step');
  const title =
    names[0]?.name ?? (step?.type === 'step' ? stepWords(step.step) : version === 0 ? 'As it began' : `Step ${version}`);
  const drop = async (r: Revision): Promise<void> => {
    const problem = await removeRevision(rig.id, r.id);
    if (problem !== null) {
      toast.error('The name stays.', { description: problem });
      return;
    }
    onNamed();
    toast(`“${r.name}” is no name any more`, {
      description: 'The state itself stays in the history.',
      action: { label: 'Name it again', onClick: () => void giveStateName(rig.id, r.version, r.name).then(onNamed) },
    });
  };
  return (
    <section aria-label="The chosen state" className="min-h-0 overflow-y-auto px-6 py-4">
      <div className="mx-auto flex max-w-[980px] flex-col gap-4">
        <StateHead
          version={version}
          now={now}
          begins={begins}
          setFolding={setFolding}
          setNaming={setNaming}
          names={names}
          step={step}
          title={title}
          drop={drop}
        />
        {names.length > 1 && <StateNames setNaming={setNaming} names={names} drop={drop} />}
        {state.type === 'waiting' && (
          <p role="status" className="text-ink-2">
            Reading that state.
          </p>
        )}
        {state.type === 'problem' && (
          <p role="alert" className="rounded-md border bg-sheet px-5 py-4 text-stop">
            {state.message}
          </p>
        )}
        {state.type === 'rig' && (
          <StateViews
            index={index}
            version={version}
            now={now}
            revisions={revisions}
            state={state}
            view={view}
            setView={setView}
            title={title}
          />
        )}
      </div>
      {folding && (
        <FoldDialog
          rigId={rig.id}
          version={version}
          title={title}
          onClose={() => setFolding(false)}
          onFolded={() => {
            setFolding(false);
            onNamed();
          }}
        />
      )}
      {naming && <NamingDialog version={version} onNamed={onNamed} rig={rig} naming={naming} setNaming={setNaming} />}
    </section>
  );
}

function NamingDialog({
  version,
  onNamed,
  rig,
  naming,
  setNaming,
}: {
  readonly version: number;
  readonly onNamed: () => void;
  readonly rig: Rig;
  readonly naming: Revision | 'new';
  readonly setNaming: (to: Revision | 'new' | null) => void;
}) {
  return (
    <NameDialog
      open
      title={naming === 'new' ? 'Name this state' : 'Another name'}
      hint="for instance: as rehearsed, as played in the small hall"
      button={naming === 'new' ? 'Name it' : 'Rename it'}
      initial={naming === 'new' ? '' : naming.name}
      onClose={() => setNaming(null)}
      onName={async (name) => {
        const problem =
          naming === 'new' ? await giveStateName(rig.id, version, name) : await giveRevisionName(rig.id, naming.id, name);
        if (problem !== null) return problem;
        setNaming(null);
        onNamed();
        return null;
      }}
    />
  );
}

function StateHead({
  version,
  now,
  begins,
  setFolding,
  setNaming,
  names,
  step,
  title,
  drop,
}: {
  readonly version: number;
  readonly now: number;
  readonly begins: number;
  readonly setFolding: (to: boolean) => void;
  readonly setNaming: (to: Revision | 'new' | null) => void;
  readonly names: Revision[];
  readonly step: Extract<Point, { type: 'step' }> | undefined;
  readonly title: string;
  readonly drop: (r: Revision) => Promise<void>;
}) {
  return (
    <header className="flex flex-wrap items-start gap-3">
      <div className="min-w-0 flex-1">
        <h2 className="text-xl font-semibold break-words">{title}</h2>
        <p className="text-ink-2">
          {version === now ? 'The rig as it is now. ' : ''}
          {step ? `${names.length > 0 && step.type === 'step' ? `After “${stepWords(step.step)}”, ` : ''}${whenOf(step.at)}` : ''}
          {version === 0 ? 'Before the first step: as it was made, copied or read from a file' : ''}
          {version === begins && version > 0 ? 'The history begins here: the steps before it were folded away' : ''}
        </p>
      </div>
      {names.length > 0 && version > begins && (
        <Button onClick={() => setFolding(true)}>
          <FoldVertical size={15} aria-hidden /> Fold what came before…
        </Button>
      )}
      {names.length === 0 && (
        <Button onClick={() => setNaming('new')}>
          <Bookmark size={15} aria-hidden /> Name this state…
        </Button>
      )}
      {names.length === 1 && names[0] && <NameButtons revision={names[0]} onRename={setNaming} onDrop={drop} />}
    </header>
  );
}

function StateNames({
  setNaming,
  names,
  drop,
}: {
  readonly setNaming: (to: Revision | 'new' | null) => void;
  readonly names: Revision[];
  readonly drop: (r: Revision) => Promise<void>;
}) {
  return (
    <ul aria-label="Names of this state" className="no-print flex flex-col gap-1">
      {names.map((r) => (
        <li key={r.id} className="flex items-center gap-2 text-sm">
          <span className="min-w-0 flex-1 truncate" title={r.name}>
            {r.name}
          </span>
          <NameButtons revision={r} onRename={setNaming} onDrop={drop} />
        </li>
      ))}
    </ul>
  );
}

function StateViews({
  index,
  version,
  now,
  revisions,
  state,
  view,
  setView,
  title,
}: {
  readonly index: RigIndex;
  readonly version: number;
  readonly now: number;
  readonly revisions: readonly Revision[];
  readonly state: { readonly type: 'rig'; readonly rig: Rig };
  readonly view: 'since' | 'back';
  readonly setView: (to: 'since' | 'back') => void;
  readonly title: string;
}) {
  return (
    <Tabs.Root value={view} onValueChange={(v) => setView(v === 'back' ? 'back' : 'since')} className="contents">
      <Tabs.List aria-label="This state and others" className="no-print flex gap-1 border-b">
        {(['since', 'back'] as const).map((v) => (
          <Tabs.Trigger
            key={v}
            value={v}
            className="-mb-px border-b-[3px] border-transparent px-3 py-1.5 data-[state=active]:border-verdigris data-[state=active]:font-semibold"
          >
            {v === 'since' ? 'Compare' : 'Go back'}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="since" className="contents">
        <Since index={index} version={version} now={now} then={state.rig} revisions={revisions} title={title} />
      </Tabs.Content>
      <Tabs.Content value="back" className="contents">
        <Back index={index} then={state.rig} title={title} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function NameButtons({
  revision,
  onRename,
  onDrop,
}: {
  readonly revision: Revision;
  readonly onRename: (revision: Revision) => void;
  readonly onDrop: (revision: Revision) => Promise<void>;
}) {
  return (
    <span className="no-print flex gap-1">
      <Button size="small" aria-label={`Rename ${revision.name}`} onClick={() => onRename(revision)}>
        {revision.automatic ? 'Name it…' : 'Rename…'}
      </Button>
      <Button size="small" tone="quiet" aria-label={`Take the name ${revision.name} away`} onClick={() => void onDrop(revision)}>
        Take the name away
      </Button>
    </span>
  );
}

/** Going back: everything, one control, or the ticked rows; what has to be entered again afterwards is said first. */
function Back({ index, then, title }: { readonly index: RigIndex; readonly then: Rig; readonly title: string }) {
  const { rig } = index;
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  // Everything, the ticked rows, or the id of a control.
  const [what, setWhat] = useState('');
  const plan = useMemo(() => planReturn(rig, then), [rig, then]);
  const old = useMemo(() => indexRig(asOfToday(rig, then)), [rig, then]);
  const chosen = useMemo(() => new Set(plan.items.flatMap((i) => (left.has(i.id) ? [] : [i.id]))), [plan, left]);
  const taken = useMemo(() => withNeeds(plan, chosen), [plan, chosen]);
  const whole = taken.size === plan.items.length;
  const head = headChanges(rig, then);
  const controls = controlsIn(plan);
  const controlName = (id: string): string => index.controls.get(id)?.name ?? old.controls.get(id)?.name ?? '?';
  if (plan.items.length === 0 && head.length === 0)
    return <p className="text-ink-2">Nothing differs: the rig stands as it stood there.</p>;
  const onlyOf = (controlId: string): void => {
    setWhat(controlId);
    const own = controlId === '' ? null : rowsOfControl(rig, then, plan, controlId);
    setLeft(new Set(own ? plan.items.filter((i) => !own.has(i.id)).map((i) => i.id) : []));
  };
  const carry = (): void => {
    const made = returnEdit(rig, then, plan, `Go back to “${title}”`, whole ? undefined : chosen);
    if (!made || !edit(made)) return;
    onlyOf('');
    undoable(
      whole ? 'The rig stands as it stood there' : `${counted(taken.size, 'row stands', 'rows stand')} as they stood there`,
    );
  };
  return (
    <div className="flex flex-col gap-3">
      <p className="text-ink-2">
        One undo takes it back. Ticks do not go back: the hardware holds what was entered last, so what reads otherwise is to be
        entered again.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        {controls.length > 0 && <WhatGoesBack what={what} controls={controls} controlName={controlName} onlyOf={onlyOf} />}
        <Button tone="primary" className="ml-auto" disabled={taken.size === 0 && !(whole && head.length > 0)} onClick={carry}>
          {whole ? 'Go back to this state' : `Take back ${counted(taken.size, 'row')}`}
        </Button>
      </div>
      <div className="flex flex-col gap-3 rounded-md border bg-sheet px-5 py-4">
        {head.length > 0 && (
          <p>
            {whole ? 'With it goes back: ' : 'Stays as it is, since not everything goes back: '}
            {head
              .map((f) => ({ name: 'the name of the rig', notes: 'its notes', preferences: 'its way of planning' })[f])
              .join(', ')}
          </p>
        )}
        <RowChoices
          plan={plan}
          left={left}
          taken={taken}
          nameOf={(item) => rowName(item.state === 'removed' ? index : old, item)}
          onToggle={(ids, on) => {
            setWhat('ticked');
            setLeft((was) => {
              const next = new Set(was);
              for (const id of ids) {
                if (on) next.delete(id);
                else next.add(id);
              }
              return next;
            });
          }}
        />
      </div>
    </div>
  );
}

function WhatGoesBack({
  what,
  controls,
  controlName,
  onlyOf,
}: {
  readonly what: string;
  readonly controls: readonly string[];
  readonly controlName: (id: string) => string;
  readonly onlyOf: (controlId: string) => void;
}) {
  return (
    <Field label="What goes back" className="w-72">
      {(id) => (
        <Select id={id} value={what} onChange={(e) => onlyOf(e.target.value)}>
          <option value="">everything that differs</option>
          {what === 'ticked' && <option value="ticked">the ticked rows</option>}
          {controls.map((c) => (
            <option key={c} value={c}>
              only {controlName(c)}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}
