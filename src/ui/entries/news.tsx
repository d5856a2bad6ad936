'use client';

// The library has a newer version of what this rig copied: said in one line, with the differences to choose from.

import { nanoid } from 'nanoid';
import { type ReactNode, useEffect, useState } from 'react';
import { counted } from '@/core/base';
import { adoptController, adoptTarget, controllerDifferences, type Difference, targetDifferences } from '@/core/commands';
import type { ControllerTemplate, TargetProfile } from '@/core/library';
import type { Controller, Edit, RigIndex, Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { firmwareFacts, receptionFacts } from './facts';
import { profileVersion, templateVersion } from './use-library';

const newId = (): string => nanoid(10);

/** The newest version and the one that was copied; null while unknown, and where there is nothing newer. */
function useNewer<T extends { readonly version: number }>(
  id: string,
  version: number,
  fetchVersion: (id: string, version?: number) => Promise<T | null>,
): { readonly base: T | null; readonly next: T } | null {
  const [found, setFound] = useState<{ readonly base: T | null; readonly next: T } | null>(null);
  useEffect(() => {
    let here = true;
    setFound(null);
    if (id === '' || version === 0) return;
    void (async () => {
      const next = await fetchVersion(id);
      if (!next || next.version <= version) return;
      const base = await fetchVersion(id, version);
      if (here) setFound({ base, next });
    })().catch(() => undefined); // Without a server there is no news; everything else says that it is away.
    return () => {
      here = false;
    };
  }, [id, version, fetchVersion]);
  return found;
}

export function ControllerNews({ index, controller }: { readonly index: RigIndex; readonly controller: Controller }) {
  const newer = useNewer<ControllerTemplate>(controller.templateId, controller.templateVersion, templateVersion);
  if (!newer) return null;
  return (
    <News
      name={newer.next.name}
      version={newer.next.version}
      had={controller.templateVersion}
      differences={controllerDifferences(index.rig, controller, newer.base, newer.next)}
      adopt={(chosen) => adoptController(index.rig, controller, newer.next, chosen, newId)}
      facts={firmwareFacts}
    />
  );
}

export function TargetNews({ index, target }: { readonly index: RigIndex; readonly target: Target }) {
  const newer = useNewer<TargetProfile>(target.profileId, target.profileVersion, profileVersion);
  if (!newer) return null;
  return (
    <News
      name={newer.next.name}
      version={newer.next.version}
      had={target.profileVersion}
      differences={targetDifferences(index.rig, target, newer.base, newer.next)}
      adopt={(chosen) => adoptTarget(index.rig, target, newer.next, chosen, newId)}
      facts={receptionFacts}
    />
  );
}

function News({
  name,
  version,
  had,
  differences,
  adopt,
  facts,
}: {
  readonly name: string;
  readonly version: number;
  readonly had: number;
  readonly differences: readonly Difference[];
  readonly adopt: (chosen: readonly Difference[]) => Edit;
  readonly facts: Readonly<Record<string, string>>;
}) {
  const edit = useRig((s) => s.edit);
  const [open, setOpen] = useState(false);
  const [left, setLeft] = useState<ReadonlySet<string>>(
    () => new Set(differences.filter((d) => d.changedHere).map((d) => d.key)),
  );
  const chosen = differences.filter((d) => !left.has(d.key));
  const take = (which: readonly Difference[]): void => {
    if (!edit(adopt(which))) return;
    setOpen(false);
    toast(
      which.length === 0
        ? `Kept as it is; version ${version} is not offered again`
        : `Took over ${counted(which.length, 'change')}`,
    );
  };
  return (
    <div className="flex items-center gap-3 rounded-md border border-note/50 bg-note-wash px-4 py-2">
      <p className="flex-1">
        The library has version {version} of {name}; this copy is of version {had}.
        {differences.length === 0 && ' Nothing in it differs from what is here.'}
      </p>
      {differences.length === 0 ? (
        <Button onClick={() => take([])}>Note that</Button>
      ) : (
        <Button onClick={() => setOpen(true)}>
          See {differences.length === 1 ? 'the difference' : `the ${differences.length} differences`}
        </Button>
      )}
      {open && (
        <DifferencesDialog
          name={name}
          version={version}
          differences={differences}
          facts={facts}
          setOpen={setOpen}
          left={left}
          setLeft={setLeft}
          chosen={chosen}
          take={take}
        />
      )}
    </div>
  );
}

/** The differences, each with a tick. */
function DifferencesDialog({
  name,
  version,
  differences,
  facts,
  setOpen,
  left,
  setLeft,
  chosen,
  take,
}: {
  readonly name: string;
  readonly version: number;
  readonly differences: readonly Difference[];
  readonly facts: Readonly<Record<string, string>>;
  readonly setOpen: (to: boolean) => void;
  readonly left: ReadonlySet<string>;
  readonly setLeft: (to: ReadonlySet<string>) => void;
  readonly chosen: Difference[];
  readonly take: (which: readonly Difference[]) => void;
}) {
  return (
    <Dialog
      open
      wide
      onOpenChange={setOpen}
      title={`${name}, version ${version}`}
      description="Ticked changes are taken over into this rig. What you changed here yourself is left out unless you tick it."
      footer={
        <>
          <Button onClick={() => take([])}>Keep all as it is here</Button>
          <Button tone="primary" disabled={chosen.length === 0} onClick={() => take(chosen)}>
            Take over {counted(chosen.length, 'change')}
          </Button>
        </>
      }
    >
      <ul className="flex flex-col">
        {differences.map((d) => (
          <li key={d.key} className="border-b last:border-b-0">
            <label className="flex items-start gap-2 py-1.5">
              <input
                type="checkbox"
                className="mt-1 accent-verdigris"
                checked={!left.has(d.key)}
                onChange={(e) => {
                  const next = new Set(left);
                  if (e.target.checked) next.delete(d.key);
                  else next.add(d.key);
                  setLeft(next);
                }}
              />
              <span className="w-44 shrink-0 truncate font-semibold">{d.part ?? 'the unit itself'}</span>
              <span className="min-w-0 flex-1 break-words">{words(d, facts)}</span>
              {d.changedHere && <span className="shrink-0 text-xs font-medium text-caution">changed here too</span>}
            </label>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

const fieldWords: Readonly<Record<string, string>> = {
  x: 'mm from the left',
  y: 'mm from the top',
  bankNames: 'names of banks',
  familyOrder: 'place in its family',
  subControls: 'push and touch',
  lowest: 'lowest value',
  highest: 'highest value',
  factory: 'what it sends from the factory',
  evidence: 'what is known of it',
};

function words(d: Difference, facts: Readonly<Record<string, string>>): ReactNode {
  if (d.kind === 'added') return 'is new there: adds it';
  if (d.kind === 'removed')
    return d.falls === 0
      ? 'is gone there: takes it away'
      : `is gone there: takes it away with ${counted(d.falls, 'function')} on it`;
  const field = d.field ?? '';
  return (
    <>
      {facts[field] ?? fieldWords[field] ?? field}: <span className="font-mono text-xs">{show(d.here)}</span> →{' '}
      <span className="font-mono text-xs">{show(d.there)}</span>
    </>
  );
}

function show(value: unknown): string {
  const text =
    typeof value === 'string'
      ? value === ''
        ? 'nothing'
        : value
      : typeof value === 'boolean'
        ? value
          ? 'yes'
          : 'no'
        : JSON.stringify(value);
  return text === undefined ? 'nothing' : text.length > 80 ? `${text.slice(0, 80)}…` : text;
}
