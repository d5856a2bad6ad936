'use client';

// One finding: what the player notices, why, what happens drawn small, the changes that mend it with what else they do, and accepting it.

import { proxy } from 'comlink';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import type { Drawing } from '@/core/bench';
import type { CheckId, Finding } from '@/core/checks';
import { shortName } from '@/core/midi';
import { rowOf } from '@/core/numbers';
import type { RigIndex } from '@/core/rig';
import { meetingAt } from '@/core/wires';
import type { OfferedFix } from '@/workers/judge.worker';
import { headline, PressDrawing } from '../charts/press-drawing';
import { ConsequenceWords } from '../numbers/move-list';
import { functionHref } from '../place/link';
import { Button } from '../primitives/button';
import { TextInput } from '../primitives/field';
import { Link } from '../primitives/link';
import { SeverityMark, severityName } from '../primitives/marks';
import { toast } from '../primitives/toast';
import { useJudge, useRig } from '../store/provider';
import { nothingMends, useFixes } from '../store/use-fixes';
import { useUndoable } from '../store/use-undoable';
import { AskFor } from './ask-for';
import { type Line, nameOf } from './lines';

const SweepChart = dynamic(() => import('../charts/sweep-chart'), { ssr: false, loading: () => <div className="h-36" /> });

interface Props {
  readonly index: RigIndex;
  readonly line: Line;
  /** How many open findings of the same kind there are. */
  readonly alike: number;
}

export function FindingDetail({ index, line, alike }: Props) {
  const { finding } = line;
  const undoable = useUndoable();
  const edit = useRig((s) => s.edit);
  const assignment = index.assignments.get(finding.subjectId);
  const home = `/rigs/${index.rig.id}`;
  const map = assignment ? functionHref(home, assignment) : line.controlId ? `${home}/map?control=${line.controlId}` : null;
  const row = assignment?.actions.flatMap((a) => (a.type === 'send' ? (rowOf(a.message) ?? []) : []))[0];
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div id="finding-detail" className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3">
        <div className="flex items-start gap-2">
          <SeverityMark severity={finding.severity} className="mt-1" />
          <div className="min-w-0">
            <p className="text-xs text-ink-2">
              {severityName(finding.severity)}: {nameOf(finding.check)}
            </p>
            <h2 className="text-base leading-6 font-semibold">{finding.title}</h2>
          </div>
        </div>
        <p className="text-[13.5px]">{finding.reason}</p>
        {line.parts.length === 1 ? (
          <p className="text-xs text-ink-2">
            {line.what}, {line.where}
          </p>
        ) : (
          <Parts line={line} />
        )}
        {finding.assumed !== null && <AskFor index={index} finding={finding} assumed={finding.assumed} />}
        {finding.evidence.type === 'addresses' && (
          <SharedAddress index={index} keys={finding.evidence.keys} of={finding.subjectId} alone={!shared.has(finding.check)} />
        )}
        {finding.evidence.type !== 'addresses' && assignment && <Evidence assignmentId={assignment.id} index={index} />}
        {finding.evidence.type === 'way' && finding.evidence.steps.length > 0 && (
          <ol className="flex flex-wrap items-center gap-1.5 text-[13px]">
            {finding.evidence.steps.map((step, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: steps of a way can repeat
              <li key={i} className="flex items-center gap-1.5">
                {i > 0 && <span aria-hidden>→</span>}
                <span className="rounded-sm border px-1.5 py-0.5">{step}</span>
              </li>
            ))}
          </ol>
        )}
        {finding.accepted === null && (
          <Fixes finding={finding} alike={alike} onMade={(fix) => edit(fix.edit) && undoable(fix.label)} />
        )}
        <Accept line={line} />
      </div>
      <footer className="flex items-center gap-4 border-t px-4 py-2.5 text-sm font-medium">
        {map && (
          <Link href={map} className="text-verdigris hover:underline">
            Show on the map
          </Link>
        )}
        {finding.evidence.type === 'addresses' && row && (
          <Link
            href={`${home}/numbers?kind=${row.kind}&channel=${row.channel}&number=${row.number}`}
            className="text-verdigris hover:underline"
          >
            Show the number
          </Link>
        )}
        {!map && finding.about === 'targets' && (
          <Link href={`${home}/gear`} className="text-verdigris hover:underline">
            Show in Gear
          </Link>
        )}
        {!map && finding.about === 'controllers' && (
          <Link href={`${home}/map?controller=${finding.subjectId}`} className="text-verdigris hover:underline">
            Show on the map
          </Link>
        )}
      </footer>
    </div>
  );
}

/** Everything that a finding is true of, each with the reason for which it was accepted before. */
function Parts({ line }: { readonly line: Line }) {
  return (
    <div>
      <p className="text-xs font-medium text-ink-2">{line.parts.length} times the same</p>
      <ul aria-label="What it is true of" className="mt-1 max-h-44 overflow-y-auto rounded-md border px-3 py-1.5 text-[13px]">
        {line.parts.map((part) => (
          <li key={part.key} className="py-0.5">
            <b className="font-semibold">{part.what}</b>, {part.where}
            {!line.accepted && part.finding.accepted !== null && (
              <span className="block text-xs text-ink-2">accepted before: {part.finding.accepted.reason}</span>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Findings about several senders at one address. */
const shared: ReadonlySet<CheckId> = new Set<CheckId>(['address-clash', 'low-byte-shadowed']);

/** Who meets at an address: each sender as tape, and the number that all of them put on the wire. */
function SharedAddress({
  index,
  keys,
  of,
  alone,
}: {
  readonly index: RigIndex;
  readonly keys: readonly number[];
  /** The assignment that it is about, and whether that alone is shown, or whoever it meets there as well. */
  readonly of: string;
  readonly alone: boolean;
}) {
  return keys.slice(0, 3).map((key) => {
    const senders = meetingAt(index, key, of).filter((p) => !alone || p.assignment.id === of);
    const [first] = senders;
    if (!first) return null;
    const { message } = first.send;
    return (
      <figure key={key} className="flex items-center gap-3 rounded-md border px-3 py-2.5">
        <ul className="flex min-w-0 flex-1 flex-col gap-1.5">
          {senders.slice(0, 5).map(({ assignment, actionIndex, send }) => (
            <li
              key={`${assignment.id} ${actionIndex}`}
              title={`${index.controls.get(assignment.controlId)?.name ?? '?'}: ${send.meant.map((id) => index.parameters.get(id)?.name ?? '?').join(', ')}`}
              className="tape min-w-0 px-2 py-0.5 text-[13px]"
            >
              <span className="block truncate">
                <b className="font-semibold">{index.controls.get(assignment.controlId)?.name}</b>{' '}
                {send.meant.map((id) => index.parameters.get(id)?.name ?? '?').join(', ') || 'no parameter'}
              </span>
            </li>
          ))}
          {senders.length > 5 && <li className="text-xs text-ink-2">and {senders.length - 5} more</li>}
        </ul>
        <svg viewBox="0 0 36 40" width={36} height={40} aria-hidden className="shrink-0 text-spark">
          <path
            d={senders.length > 1 ? 'M0 8C18 8 18 20 34 20M0 32C18 32 18 20 34 20' : 'M0 20H34'}
            fill="none"
            stroke="currentColor"
            strokeWidth={1.6}
          />
        </svg>
        <figcaption className="shrink-0 text-center font-mono text-xs font-semibold">
          {shortName(message)}
          {'channel' in message && <span className="block font-normal text-ink-2">ch {message.channel}</span>}
        </figcaption>
      </figure>
    );
  });
}

function Evidence({ assignmentId, index }: { readonly assignmentId: string; readonly index: RigIndex }) {
  const judge = useJudge();
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn anew whenever the rig changes
  useEffect(() => {
    let live = true;
    void judge()
      ?.drawing(assignmentId)
      .then((d) => live && setDrawing(d));
    return () => {
      live = false;
    };
  }, [judge, assignmentId, index]);
  if (!drawing) return null;
  return (
    <figure className="rounded-md border px-3 py-2">
      {drawing.type === 'presses' ? <PressDrawing drawing={drawing} /> : <SweepChart drawing={drawing} />}
      <figcaption className="text-right text-xs text-ink-3">
        {drawing.type === 'presses' ? `${headline(drawing)}, simulated` : 'simulated'}
      </figcaption>
    </figure>
  );
}

function Fixes({
  finding,
  alike,
  onMade,
}: {
  readonly finding: Finding;
  readonly alike: number;
  readonly onMade: (fix: OfferedFix) => void;
}) {
  const answer = useFixes(finding);
  if (answer === null) return <p className="text-xs text-ink-2">trying changes</p>;
  const { fixes } = answer;
  if (fixes.length === 0)
    return (
      <p className="rounded-md border border-dashed px-3 py-2 text-xs text-ink-2">
        {nothingMends(finding, answer)} Change it on the map, or accept it below and say why.
      </p>
    );
  return (
    <>
      <ul aria-label="Changes that mend it" className="flex flex-col gap-2">
        {fixes.map((fix, i) => (
          <li key={fix.label} className="rounded-md border px-3 py-2">
            <Button
              tone={i === 0 ? 'mend' : 'plain'}
              size="small"
              className="h-auto min-h-7 max-w-full py-1 text-left whitespace-normal"
              onClick={() => onMade(fix)}
            >
              {fix.label}
            </Button>
            <div className="mt-1.5">
              <ConsequenceWords consequences={fix.consequences} />
            </div>
          </li>
        ))}
      </ul>
      {alike > 1 && <MendAll finding={finding} alike={alike} />}
    </>
  );
}

function MendAll({ finding, alike }: { readonly finding: Finding; readonly alike: number }) {
  const judge = useJudge();
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const [at, setAt] = useState<readonly [number, number] | null>(null);
  const stopped = useRef(false);
  const start = async (): Promise<void> => {
    stopped.current = false;
    setAt([0, alike]);
    const done = await judge()?.mend(
      finding.check,
      proxy(async (now: number, of: number) => {
        setAt([now, of]);
        return !stopped.current;
      }),
    );
    setAt(null);
    if (!done) return;
    if (!done.edit) {
      toast('Nothing changed.', { description: 'None of them goes by one change alone.' });
      return;
    }
    if (edit(done.edit)) undoable(`${done.mended} mended${done.left > 0 ? `, ${done.left} left` : ''}.`);
  };
  if (at)
    return (
      <div className="flex items-center gap-2 text-xs">
        <progress className="h-2 flex-1 accent-verdigris" value={at[0]} max={Math.max(1, at[1])} aria-label="Mending" />
        {at[0]} of {at[1]}
        <Button
          size="small"
          onClick={() => {
            stopped.current = true;
          }}
        >
          Stop
        </Button>
      </div>
    );
  return (
    <Button size="small" className="self-start" onClick={() => void start()}>
      Mend all {alike} of this kind, each by its first change
    </Button>
  );
}

function Accept({ line }: { readonly line: Line }) {
  const { finding, parts } = line;
  const judge = useJudge();
  const edit = useRig((s) => s.edit);
  const [reason, setReason] = useState('');
  const accept = async (): Promise<void> => {
    const open = parts.filter((p) => p.finding.accepted === null).map((p) => p.finding);
    const made = await judge()?.acceptEdit(open, reason.trim());
    if (made && edit(made)) setReason('');
  };
  const open = async (): Promise<void> => {
    const made = await judge()?.openEdit(parts.map((p) => p.finding));
    if (made) edit(made);
  };
  if (line.accepted && finding.accepted)
    return (
      <div className="rounded-md border px-3 py-2">
        <p className="text-xs font-semibold">Accepted</p>
        {[...new Set(parts.flatMap((p) => p.finding.accepted?.reason ?? []))].map((why) => (
          <p key={why} className="text-[13.5px]">
            {why}
          </p>
        ))}
        <Button size="small" className="mt-2" onClick={() => void open()}>
          Open it again
        </Button>
      </div>
    );
  return (
    <form
      className="mt-auto flex flex-col gap-1.5 border-t pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim() !== '') void accept();
      }}
    >
      <label className="text-xs font-medium text-ink-2" htmlFor="accept-reason">
        {parts.length > 1 ? 'Or accept all of them: each comes' : 'Or accept it: it comes'} back when something about it changes
      </label>
      <div className="flex gap-2">
        <TextInput
          id="accept-reason"
          placeholder="Why it is fine like this"
          value={reason}
          maxLength={400}
          onChange={(e) => setReason(e.target.value)}
        />
        <Button type="submit" disabled={reason.trim() === ''}>
          Accept
        </Button>
      </div>
    </form>
  );
}
