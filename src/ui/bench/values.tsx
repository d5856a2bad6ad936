'use client';
// The targets with their values as they move; a value can be changed here as a mouse would, so that knob and value differ.
import { memo, useMemo } from 'react';
import { useStore } from 'zustand';
import { showValue } from '@/core/bench';
import type { Parameter, RigIndex, Target } from '@/core/rig';
import { makeScale } from '@/core/values';
import { clocksOf } from '@/core/wires';
import { cx } from '../primitives/cx';
import { Switch } from '../primitives/switch';
import type { Bench } from './bench-store';
import { type Hearing, useHearing } from './hear/use-hearing';
import { VoiceLine } from './hear/voice-line';
import { KeepPreset } from './keep-preset';
import { KeepScene } from './keep-scene';

export function Values({ bench, index }: { readonly bench: Bench; readonly index: RigIndex }) {
  const hearing = useHearing(bench, index);
  const clocks = useClocks(bench, index);
  return (
    <section aria-label="Targets" className="min-h-0 flex-1 overflow-y-auto px-3 pb-3 [contain:strict] max-[1000px]:h-full">
      {index.rig.targets.length > 0 && (
        <div className="flex flex-wrap items-baseline gap-x-3 pt-2.5 text-xs">
          <Switch label="Hear it" on={hearing.on} onChange={hearing.turn} />
          <span role="status" className="text-ink-2">
            {hearing.trouble ?? (hearing.on ? 'Stand-in voices: not how your software sounds, but what it does.' : '')}
          </span>
          <KeepScene bench={bench} index={index} />
        </div>
      )}
      {index.rig.targets.map((target) => (
        <TargetValues key={target.id} bench={bench} index={index} target={target} hearing={hearing} clocks={clocks} />
      ))}
      {index.rig.targets.length === 0 && (
        <p className="py-4 text-ink-2">There is no target yet. Add one in Gear; its parameters move here.</p>
      )}
    </section>
  );
}

/** By the tempo that follows a clock: whose that is. Over a wire that is pulled none is followed. */
function useClocks(bench: Bench, index: RigIndex): ReadonlyMap<string, string> {
  const unplugged = useStore(bench.store, (s) => s.unplugged);
  return useMemo(() => {
    const wires = index.rig.wires.filter((w) => !unplugged.has(w.id));
    const { follows } = clocksOf(unplugged.size === 0 ? index : { ...index, rig: { ...index.rig, wires } });
    const named = (id: string): string => (index.controllers.get(id) ?? index.targets.get(id))?.name ?? '?';
    return new Map([...follows].map(([id, sources]) => [id, sources.map((s) => named(s.unitId)).join(' and ')]));
  }, [index, unplugged]);
}

interface TargetProps {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly target: Target;
  readonly hearing: Hearing;
  readonly clocks: ReadonlyMap<string, string>;
}

function TargetValues({ bench, index, target, hearing, clocks }: TargetProps) {
  const away = useStore(bench.store, (s) => s.away.has(target.id));
  const names = useStore(bench.store, (s) => s.names);
  const parameters = index.parametersOf.get(target.id) ?? [];
  return (
    <div className="pt-2.5">
      <div className="flex items-baseline gap-2 border-b pb-1 text-xs">
        <h3 className="flex min-w-0 items-baseline gap-2 font-semibold">
          <span className="truncate" title={target.name}>
            {target.name}
          </span>
          {away && <span className="text-stop">does not listen</span>}
        </h3>
        <KeepPreset bench={bench} index={index} target={target} />
      </div>
      {hearing.on && <VoiceLine hearing={hearing} target={target} parameters={parameters} />}
      <ul>
        {parameters.map((p) => (
          <ValueRow
            key={p.id}
            bench={bench}
            parameter={p}
            slot={names?.parameterIds.indexOf(p.id) ?? -1}
            clock={clocks.get(p.id) ?? null}
          />
        ))}
      </ul>
    </div>
  );
}

const ValueRow = memo(function ValueRow({
  bench,
  parameter,
  slot,
  clock,
}: {
  readonly bench: Bench;
  readonly parameter: Parameter;
  readonly slot: number;
  /** Whose clock it goes by: nothing else moves it. Null for none. */
  readonly clock: string | null;
}) {
  const value = useStore(bench.store, (s) => s.values[slot] ?? parameter.start);
  const text = showValue(parameter, value);
  const set = (next: number): void => bench.does({ do: 'set', on: parameter.id, value: next });
  const changed = value !== parameter.start;
  const unknown = Number.isNaN(value);
  return (
    <li className="grid h-7 grid-cols-[minmax(0,1fr)_88px_92px] items-center gap-2">
      <span className="truncate" title={parameter.name}>
        {parameter.name}
      </span>
      {clock !== null ? (
        <span className="truncate text-xs text-ink-2" title={`It follows the clock of ${clock}: nothing else moves it.`}>
          by a clock
        </span>
      ) : parameter.kind === 'toggle' ? (
        <button
          type="button"
          role="switch"
          aria-checked={unknown ? 'mixed' : value >= 0.5}
          aria-label={`${parameter.name}, by mouse`}
          onClick={() => set(value >= 0.5 ? parameter.lowest : parameter.highest)}
          className={cx(
            'relative h-4 w-8 rounded-full border border-control-edge',
            unknown ? 'border-dashed' : value >= 0.5 ? 'bg-spark' : 'bg-sheet',
          )}
        >
          <span
            aria-hidden
            className={cx(
              'absolute top-0.5 h-2.5 w-2.5 rounded-full',
              unknown ? 'left-2.5 bg-transparent' : value >= 0.5 ? 'right-0.5 bg-sheet' : 'left-0.5 bg-control-edge',
            )}
          />
        </button>
      ) : parameter.kind === 'trigger' ? (
        <span aria-hidden className={cx('h-3.5 w-3.5 rounded-full border border-control-edge', changed && 'bg-spark')} />
      ) : (
        <Slider parameter={parameter} value={unknown ? null : value} text={text} set={set} />
      )}
      <span className={cx('truncate text-right font-mono text-xs', changed ? 'text-ink' : 'text-ink-3')} title={text}>
        {text}
      </span>
    </li>
  );
});

function Slider({
  parameter,
  value,
  text,
  set,
}: {
  readonly parameter: Parameter;
  /** Null where nobody knows it. */
  readonly value: number | null;
  readonly text: string;
  readonly set: (value: number) => void;
}) {
  const stepped = parameter.kind === 'stepped';
  const scale = makeScale(stepped ? { type: 'linear' } : parameter.scale, parameter.lowest, parameter.highest);
  const place = value === null ? 0 : scale.toPosition(value);
  const last = stepped ? parameter.highest - parameter.lowest : 1000;
  return (
    <span className="relative block h-3.5">
      <span aria-hidden className="absolute inset-x-0 top-[5px] h-1 rounded-full bg-rule" />
      {value !== null && (
        <>
          <span
            aria-hidden
            className="absolute top-[5px] left-0 h-1 rounded-full bg-spark"
            style={{ width: `${place * 100}%` }}
          />
          <span
            aria-hidden
            className="absolute top-px h-3 w-1 -translate-x-1/2 rounded-full bg-ink"
            style={{ left: `${place * 100}%` }}
          />
        </>
      )}
      <input
        type="range"
        min={0}
        max={last}
        step={1}
        value={Math.round(place * last)}
        aria-label={`${parameter.name}, by mouse`}
        aria-valuetext={text}
        onChange={(event) => {
          const next = scale.toValue(Number(event.target.value) / last);
          set(stepped ? Math.round(next) : next);
        }}
        className="absolute inset-0 w-full cursor-ew-resize opacity-0 focus-visible:opacity-100"
      />
    </span>
  );
}
