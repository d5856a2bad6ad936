'use client';
import { parseAsBoolean, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useDeferredValue, useMemo } from 'react';
import { checkOf, groups, type Severity } from '@/core/checks';
import type { RigIndex } from '@/core/rig';
import { cx } from '../primitives/cx';
import { SeverityMark, severityName } from '../primitives/marks';
// Checks: what will go wrong. Filters at the left, the findings by severity and kind, the chosen one with its evidence and its changes.
import { Switch } from '../primitives/switch';
import { useRig } from '../store/provider';
import { isJudged } from '../store/rig-store';
import { FindingDetail } from './finding-detail';
import { FindingList } from './finding-list';
import { countBy, filtered, type Line, linesOf, partsOf, type Shown } from './lines';

const severities = ['all', 'stop', 'caution', 'note'] as const;

const parsers = {
  severity: parseAsStringLiteral(severities).withDefault('all'),
  group: parseAsStringLiteral(groups),
  unit: parseAsString,
  accepted: parseAsBoolean.withDefault(false),
  finding: parseAsString,
};

export function ChecksScreen() {
  const index = useRig((s) => s.index);
  const findings = useDeferredValue(useRig((s) => s.findings));
  const [query, go] = useQueryStates(parsers, { history: 'replace' });
  const all = useMemo(() => linesOf(index, findings), [index, findings]);
  const { severity, group, unit, accepted } = query;
  const lines = useMemo(() => filtered(all, { severity, group, unit, accepted }), [all, severity, group, unit, accepted]);
  const chosen = lines.find((l) => l.parts.some((p) => p.key === query.finding)) ?? lines[0] ?? null;
  const judged = useRig(isJudged);
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[204px_minmax(0,1fr)_380px] max-[1100px]:grid-cols-[176px_minmax(0,1fr)_330px]">
      <Filters
        index={index}
        all={all}
        shown={{ severity, group, unit, accepted }}
        onChange={(to) => void go({ ...to, finding: null })}
      />
      <div className="flex min-h-0 flex-col">
        <h1 className="sr-only">Checks</h1>
        {lines.length === 0 ? (
          <Empty judged={judged} index={index} accepted={accepted} filtered={all.length > 0} />
        ) : (
          <>
            {!judged && (
              <p role="status" className="border-b px-4 py-2 text-ink-2">
                Still playing every assignment once. More may be found.
              </p>
            )}
            <FindingList
              lines={lines}
              chosen={chosen?.key ?? null}
              onChoose={(line) => void go({ finding: line.key })}
              onOpen={() => document.querySelector<HTMLElement>('#finding-detail button, #finding-detail input')?.focus()}
            />
          </>
        )}
      </div>
      <aside aria-label="The chosen finding" className="flex min-h-0 flex-col border-l bg-sheet">
        {chosen ? (
          <FindingDetail
            key={chosen.key}
            index={index}
            line={chosen}
            alike={partsOf(all, false).filter((p) => p.finding.check === chosen.finding.check).length}
          />
        ) : (
          <p className="px-4 py-4 text-ink-2">A finding is explained here, with what mends it.</p>
        )}
      </aside>
    </main>
  );
}

function Empty({
  judged,
  index,
  accepted,
  filtered: some,
}: {
  readonly judged: boolean;
  readonly index: RigIndex;
  readonly accepted: boolean;
  readonly filtered: boolean;
}) {
  const words = !judged
    ? 'Playing every assignment once.'
    : accepted
      ? 'Nothing has been accepted.'
      : some
        ? 'Nothing of that kind.'
        : index.rig.assignments.length === 0
          ? 'Nothing is assigned yet. What goes wrong with what you assign on the map is told here.'
          : 'Nothing to fix, nothing to look at.';
  return (
    <p role="status" className="px-6 py-10 text-ink-2">
      {words}
    </p>
  );
}

interface FilterProps {
  readonly index: RigIndex;
  readonly all: readonly Line[];
  readonly shown: Shown;
  readonly onChange: (
    to: Partial<{ severity: Severity | 'all'; group: Shown['group']; unit: string | null; accepted: boolean }>,
  ) => void;
}

function Filters({ index, all, shown, onChange }: FilterProps) {
  const open = partsOf(all, false);
  const ofSeverity = countBy(open, (l) => [l.finding.severity]);
  const within = open.filter((l) => shown.severity === 'all' || l.finding.severity === shown.severity);
  const ofGroup = countBy(within, (l) => [checkOf(l.finding.check).group]);
  const ofUnit = countBy(within, (l) => l.unitIds);
  const units = [...index.rig.controllers, ...index.rig.targets].filter(
    (u) => (ofUnit.get(u.id) ?? 0) > 0 || u.id === shown.unit,
  );
  const acceptedCount = partsOf(all, true).length;
  return (
    <aside aria-label="Filters" className="flex min-h-0 flex-col gap-4 overflow-y-auto border-r px-3 py-3">
      <Choices title="How grave">
        {severities.map((s) => (
          <Choice
            key={s}
            on={shown.severity === s}
            onClick={() => onChange({ severity: s })}
            count={s === 'all' ? open.length : (ofSeverity.get(s) ?? 0)}
          >
            {s === 'all' ? <span className="w-4" /> : <SeverityMark severity={s} label="" />}
            {s === 'all' ? 'Everything' : severityName(s)}
          </Choice>
        ))}
      </Choices>
      <Switch
        label={`accepted ones (${acceptedCount})`}
        className="text-[13px]"
        on={shown.accepted}
        onChange={(accepted) => onChange({ accepted })}
      />
      <Choices title="About">
        <Choice on={shown.group === null} onClick={() => onChange({ group: null })} count={within.length}>
          everything
        </Choice>
        {groups.map((g) => (
          <Choice key={g} on={shown.group === g} onClick={() => onChange({ group: g })} count={ofGroup.get(g) ?? 0}>
            {g}
          </Choice>
        ))}
      </Choices>
      <Choices title="Where">
        <Choice on={shown.unit === null} onClick={() => onChange({ unit: null })} count={within.length}>
          everywhere
        </Choice>
        {units.map((u) => (
          <Choice key={u.id} on={shown.unit === u.id} onClick={() => onChange({ unit: u.id })} count={ofUnit.get(u.id) ?? 0}>
            <span className="truncate" title={u.name}>
              {u.name}
            </span>
          </Choice>
        ))}
      </Choices>
    </aside>
  );
}

function Choices({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <fieldset className="flex min-w-0 flex-col">
      <legend className="pb-1 text-xs font-semibold text-ink-2">{title}</legend>
      {children}
    </fieldset>
  );
}

function Choice({
  on,
  count,
  onClick,
  children,
}: {
  readonly on: boolean;
  readonly count: number;
  readonly onClick: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      className={cx(
        'flex h-7 min-w-0 items-center gap-2 rounded-sm border px-2 text-left text-[13px]',
        on ? 'border-control-edge bg-sheet font-semibold' : 'border-transparent hover:bg-sheet/60',
        count === 0 && !on && 'text-ink-3',
      )}
    >
      {children}
      <span className="ml-auto font-mono text-xs">{count === 0 ? '' : count}</span>
    </button>
  );
}
