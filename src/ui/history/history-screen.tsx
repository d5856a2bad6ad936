'use client';
import { Bookmark } from 'lucide-react';
import { parseAsBoolean, parseAsInteger, useQueryStates } from 'nuqs';
import { type KeyboardEvent, useMemo } from 'react';
import type { History } from '@/server/actions/history';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
// History: every step of the rig and the points that have names; a chosen one is compared with today, and gone back to.
import { Switch } from '../primitives/switch';
import { useRig } from '../store/provider';
import { type Day, daysOf, type Point, stepWords, timeOf } from './points';
import { StatePanel } from './state-panel';
import { useHistory } from './use-history';

const parsers = { at: parseAsInteger, named: parseAsBoolean.withDefault(false) };

export function HistoryScreen() {
  const index = useRig((s) => s.index);
  const version = useRig((s) => s.version);
  const [query, go] = useQueryStates(parsers, { history: 'replace' });
  const { history, failed, older, refresh } = useHistory(index.rig.id, version);
  const days = useMemo(() => (history ? daysOf(history, query.named) : []), [history, query.named]);
  const points = days.flatMap((d) => d.points);
  const chosen =
    query.at ??
    history?.revisions.find((r) => !r.automatic)?.version ??
    points.find((p) => p.version < version)?.version ??
    history?.begins ??
    0;
  const walk = (e: KeyboardEvent<HTMLElement>): void => {
    const step = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (step === 0) return;
    e.preventDefault();
    const buttons = [...e.currentTarget.querySelectorAll<HTMLButtonElement>('button[data-point]')];
    const now = buttons.indexOf(document.activeElement as HTMLButtonElement); // border: one of the buttons, or none
    const next = buttons[Math.max(0, Math.min(buttons.length - 1, now + step))];
    next?.focus();
    next?.click();
  };
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[360px_minmax(0,1fr)] max-[1100px]:grid-cols-[300px_minmax(0,1fr)]">
      <section aria-label="Steps and named states" className="flex min-h-0 flex-col border-r bg-sheet">
        <header className="flex items-baseline gap-3 border-b px-4 py-2.5">
          <h1 className="text-lg font-semibold">History</h1>
          <Switch
            label="only states with a name"
            className="ml-auto text-xs"
            on={query.named}
            onChange={(on) => void go({ named: on || null })}
          />
        </header>
        {/* biome-ignore lint/a11y/noStaticElementInteractions: the arrow keys walk the buttons in it */}
        <div className="min-h-0 flex-1 overflow-y-auto pb-3" onKeyDown={walk}>
          <HistoryList
            query={query}
            go={go}
            history={history}
            failed={failed}
            older={older}
            refresh={refresh}
            days={days}
            points={points}
            chosen={chosen}
          />
        </div>
      </section>
      {history && (
        <StatePanel
          key={chosen}
          index={index}
          version={chosen}
          now={history.version}
          points={points.filter((p) => p.version === chosen)}
          revisions={history.revisions}
          onNamed={refresh}
          begins={history.begins}
        />
      )}
    </main>
  );
}

function HistoryList({
  query,
  go,
  history,
  failed,
  older,
  refresh,
  days,
  points,
  chosen,
}: {
  readonly query: { readonly named: boolean };
  readonly go: (to: { readonly at: number }) => unknown;
  readonly history: History | null;
  readonly failed: boolean;
  readonly older: () => void;
  readonly refresh: () => void;
  readonly days: readonly Day[];
  readonly points: Point[];
  readonly chosen: number;
}) {
  return (
    <>
      {days.map((d) => (
        <section key={`${d.day} ${d.points[0]?.key}`} aria-label={d.day}>
          <h2 className="px-4 pt-3 pb-1 text-xs font-semibold text-ink-2">{d.day}</h2>
          <ul>
            {d.points.map((p) => (
              <Line
                key={p.key}
                point={p}
                alone={query.named}
                on={p.version === chosen}
                onChoose={() => void go({ at: p.version })}
              />
            ))}
          </ul>
        </section>
      ))}
      {history?.more && !query.named && (
        <Button size="small" className="mx-4 mt-3" onClick={older}>
          Show older steps
        </Button>
      )}
      {history && !history.more && !query.named && history.begins > 0 && (
        <p className="mt-2 border-t px-4 py-2 text-xs text-ink-2">
          Steps before this were folded away. The backup made then has them.
        </p>
      )}
      {history && !history.more && !query.named && history.begins === 0 && (
        <ul className="mt-2 border-t pt-1">
          <Row on={chosen === 0} onChoose={() => void go({ at: 0 })} time="" text="As it began" named={false} />
        </ul>
      )}
      {query.named && points.length === 0 && (
        <p className="px-4 py-4 text-ink-2">No state has a name yet. Choose a step and name it.</p>
      )}
      {failed && (
        <p role="alert" className="px-4 py-3 text-stop">
          Keen Dial does not answer.{' '}
          <button type="button" className="underline" onClick={refresh}>
            Try again
          </button>
        </p>
      )}
    </>
  );
}

function Line({
  point,
  on,
  alone,
  onChoose,
}: {
  readonly point: Point;
  readonly on: boolean;
  /** Without the steps around it a name tells when it was given. */
  readonly alone: boolean;
  readonly onChoose: () => void;
}) {
  if (point.type === 'revision')
    return (
      <Row
        on={on}
        onChoose={onChoose}
        time={alone ? timeOf(point.at) : ''}
        text={point.revision.name}
        named={!point.revision.automatic}
        mark
      />
    );
  return (
    <Row
      on={on}
      onChoose={onChoose}
      time={timeOf(point.at)}
      text={stepWords(point.step)}
      named={false}
      faint={point.step.undone}
    />
  );
}

function Row({
  on,
  onChoose,
  time,
  text,
  named,
  mark,
  faint,
}: {
  readonly on: boolean;
  readonly onChoose: () => void;
  readonly time: string;
  readonly text: string;
  readonly named: boolean;
  readonly mark?: boolean;
  readonly faint?: boolean;
}) {
  return (
    <li>
      <button
        type="button"
        data-point
        aria-current={on}
        onClick={onChoose}
        className={cx(
          'grid w-full grid-cols-[44px_16px_minmax(0,1fr)] items-center gap-1.5 border-l-[3px] border-transparent py-1 pr-3 pl-3 text-left hover:bg-film',
          on && 'border-verdigris bg-verdigris-wash',
        )}
      >
        <span className="font-mono text-xs text-ink-2">{time}</span>
        {mark ? (
          <Bookmark size={14} aria-hidden className={cx(named ? 'fill-current text-verdigris' : 'text-ink-2')} />
        ) : (
          <span />
        )}
        <span
          className={cx(
            'truncate text-sm',
            named && 'font-semibold',
            mark && !named && 'text-ink-2',
            faint && 'text-ink-2 line-through',
          )}
          title={text}
        >
          {text}
        </span>
      </button>
    </li>
  );
}
