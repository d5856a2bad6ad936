import {
  ARRIVED,
  FINGER_AT,
  FINGER_DOWN,
  FINGER_TURN,
  FINGER_UP,
  isQuiet,
  LOOPED,
  openSession,
  playSession,
  SENT,
  SENT_BACK,
  type Session,
  type StandingNow,
  showValue,
  standingNow,
  type Trace,
  unheardReasons,
  VALUE,
} from '@/core/bench';
import { hexOf, sayPacked } from '@/core/midi';
import { indexRig, type Rig, type ScriptEvent } from '@/core/rig';
import { type Command, controlName, oneFile, Unusable } from '../command';
import { readRig } from '../input';
import { answer, tableOf } from '../table';

/** Longest time that is waited, after the last event of a script, for what is still to come: 60 s. */
const AFTER_MS = 60_000;

interface Line {
  readonly ms: number;
  readonly what: 'hand' | 'sent' | 'nothing' | 'value' | 'back' | 'loop';
  readonly text: string;
}

export const simulate: Command = {
  name: 'simulate',
  summary:
    'plays a script that is kept with the rig and tells everything from finger to value; --json also how all stands after each event',
  usage: '[rig.json]',
  options: { script: { type: 'string', help: 'the name of the script; needed where the rig has more than one' } },
  examples: ['keen simulate --script "Opening" show.json'],
  run: async (options, io) => {
    const rig = await readRig(io, oneFile(options));
    const { script: name } = options.flags;
    const found = rig.scripts.filter((s) => name === undefined || s.name === name);
    const [script, other] = found;
    const names = rig.scripts.map((s) => `“${s.name}”`).join(', ');
    if (!script)
      throw new Unusable(names === '' ? 'This rig has no script. Record one on the Bench.' : `It has the scripts ${names}.`);
    if (other) throw new Unusable(`Name one with --script: ${names}.`);
    const { session, lines, after } = playedInSteps(rig, script.events);
    answer(io, options, { script: script.name, events: lines, after, quiet: isQuiet(session) }, () =>
      tableOf(lines.map((l) => [l.ms.toFixed(2), l.what, l.text])),
    );
    return 0;
  },
};

/** Plays event by event, and keeps how everything stands after each, just before the next one. */
function playedInSteps(rig: Rig, events: readonly ScriptEvent[]) {
  let session = openSession(indexRig(rig));
  const lines: Line[] = [];
  const after: (StandingNow & { readonly ms: number })[] = [];
  events.forEach((event, i) => {
    const played = playSession(session, [event], events[i + 1]?.atMs ?? event.atMs + AFTER_MS);
    session = played.session;
    lines.push(...linesOf(rig, session, played.trace));
    after.push({ ms: event.atMs, ...standingNow(session) });
  });
  return { session, lines, after };
}

function linesOf(rig: Rig, { chain }: Session, trace: Trace): readonly Line[] {
  const { bytes } = chain.sysex;
  const controlOf = (index: number): string => controlName(rig, chain.controlIds[index] ?? '');
  return trace.kind.flatMap((kind, i): Line[] => {
    const ms = trace.t[i] ?? 0;
    const a = trace.a[i] ?? 0;
    const b = trace.b[i] ?? 0;
    const word = `${hexOf(a, bytes)}  ${sayPacked(a, bytes)}`;
    switch (kind) {
      case FINGER_DOWN:
        return [{ ms, what: 'hand', text: `${controlOf(a)} down` }];
      case FINGER_UP:
        return [{ ms, what: 'hand', text: `${controlOf(a)} up` }];
      case FINGER_AT:
        return [{ ms, what: 'hand', text: `${controlOf(a)} at ${(b * 100).toFixed(1)} %` }];
      case FINGER_TURN:
        return [{ ms, what: 'hand', text: `${controlOf(a)} turned by ${b}` }];
      case SENT:
        return [{ ms, what: 'sent', text: word }];
      case SENT_BACK:
        return [{ ms, what: 'back', text: word }];
      case LOOPED:
        return [{ ms, what: 'loop', text: `${word}, cut` }];
      case ARRIVED: {
        const why = trace.c[i] ?? 0;
        const target = chain.targets.receivers[b]?.target.name ?? '?';
        return why >= 0
          ? []
          : [{ ms, what: 'nothing', text: `${word} at ${target}: ${unheardReasons[-1 - why]?.replace('-', ' ')}` }];
      }
      case VALUE: {
        const parameter = chain.targets.parameters[a];
        return parameter ? [{ ms, what: 'value', text: `${parameter.name} = ${showValue(parameter, b)}` }] : [];
      }
      default:
        return [];
    }
  });
}
