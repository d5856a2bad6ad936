'use client';
import { type ReactNode, useMemo } from 'react';
import { coverageOf, type Standing } from '@/core/proof';
import type { RigIndex } from '@/core/rig';
import { buttonLook } from '../primitives/button';
import { TextInput } from '../primitives/field';
// How far the rig is proved, how to go about it, and where the messages come from.
import { Link } from '../primitives/link';
import { Progress } from '../primitives/progress';
import { Segments } from '../primitives/segments';

export const modes = ['asked', 'touch'] as const;
export type Mode = (typeof modes)[number];
const modeWords: Readonly<Record<Mode, string>> = { asked: 'One after another', touch: 'Whatever I touch' };

interface Props {
  readonly index: RigIndex;
  readonly standings: ReadonlyMap<string, Standing>;
  readonly mode: Mode;
  readonly onMode: (mode: Mode) => void;
  readonly who: string;
  readonly onWho: (who: string) => void;
  /** Where the port is chosen. */
  readonly children: ReactNode;
}

export function ProofHead({ index, standings, mode, onMode, who, onWho, children }: Props) {
  const coverage = useMemo(() => coverageOf(index), [index]);
  const counts = { failed: 0, stale: 0, rehearsed: 0 };
  for (const { state } of standings.values())
    if (state === 'failed' || state === 'stale' || state === 'rehearsed') counts[state]++;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b bg-sheet px-6 py-2.5">
      <h1 className="text-lg font-semibold">Proof</h1>
      <p className="text-ink-2">
        {coverage.proved} of {coverage.all} proved
        {counts.failed > 0 && <span className="text-stop"> · {counts.failed} failed</span>}
        {counts.stale > 0 && <span className="text-caution"> · {counts.stale} stale</span>}
        {counts.rehearsed > 0 && ` · ${counts.rehearsed} rehearsed`}
      </p>
      <Progress label="Proved" value={coverage.proved} max={coverage.all} className="max-[1150px]:hidden" />
      <Segments
        label="How to go about it"
        options={modes.map((m) => [m, modeWords[m]] as const)}
        chosen={mode}
        onChoose={onMode}
      />
      <span className="ml-auto flex items-center gap-2">
        <TextInput
          aria-label="Who proves"
          placeholder="who proves"
          maxLength={60}
          className="h-7 w-24 text-xs"
          value={who}
          onChange={(e) => onWho(e.target.value)}
        />
        <span className="text-xs text-ink-2">from</span>
        {children}
      </span>
      <Link className={buttonLook({ size: 'small' })} href={`/rigs/${index.rig.id}/proof/calibrate`}>
        Calibrate
      </Link>
      <Link className={buttonLook({ size: 'small' })} href={`/rigs/${index.rig.id}/proof/probe`}>
        Probe
      </Link>
      <a
        title="The record of all trials as CSV"
        className={buttonLook({ size: 'small' })}
        href={`/api/rigs/${index.rig.id}/proofs`}
      >
        Record
      </a>
    </div>
  );
}
