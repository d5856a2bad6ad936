// Time: bursts that arrive late, streams that fill a wire, launches that miss their bar.
import { counted } from '../base';
import { burstOf, launchOf } from '../bench';
import { changeAssignment, patch } from '../commands';
import { makePut, noSysex, type PackedMessage, packedLength } from '../midi';
import { type Assignment, batch, outletOf, type RigIndex, type Wire } from '../rig';
import { usualTiming, wireLoad, wordsOver } from '../wires';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, subjectOf } from './finding';
import { homeOf, sendsFor } from './fix-parts';

const BURST_MS = 10;
/** Fewer messages than this never take 10 ms, on any wire that this program knows, but for the wait of a radio. */
const FEW = 4;

export const burst: AssignmentCheck<'burst', { readonly ms: string }> = {
  scope: 'assignment',
  id: 'burst',
  group: 'time',
  name: 'A burst that takes long',
  severities: ['caution'],
  asks: 'switches',
  guide: 'Several messages take longer than 10 ms to arrive at the far end.',
  say: ({ ms }) => ({
    title: `The last of its messages arrives ${ms} ms after the first leaves.`,
    reason: 'They go one after the other over the wire. Above 10 ms what should happen at once is heard as a roll.',
  }),
  find: ({ index, around }, assignment, outcome) => {
    if (outcome.type !== 'played' || assignment.gesture.type === 'move') return [];
    if (sendsFor(assignment, null).length < FEW || assignment.actions.some((a) => a.type === 'wait')) return [];
    const ms = burstOf(index, assignment, around);
    if (ms === null || ms <= BURST_MS) return [];
    return [
      {
        severity: 'caution',
        facts: { ms: ms.toFixed(1) },
        evidence: { type: 'trace' },
      },
    ];
  },
  fixes: wireFixes,
};

/** A moving control as fast as a foot moves it: 200 positions a second. Common practice, no source. */
const POSITIONS = 200;

export const heavyStream: AssignmentCheck<
  'heavy-stream',
  { readonly percent: number; readonly messages: number; readonly cable: boolean }
> = {
  scope: 'assignment',
  id: 'heavy-stream',
  group: 'time',
  name: 'A stream that fills the wire',
  severities: ['caution'],
  asks: 'moves',
  guide: 'Moved quickly, it fills more than half of a wire.',
  say: ({ percent, messages, cable }) => ({
    title: `Moving it fills ${percent} % of the wire.`,
    reason: `${counted(messages, 'message')} at ${POSITIONS} positions a second over ${cable ? 'a MIDI cable' : 'radio'}: everything else waits.`,
  }),
  find: (context, assignment) => {
    if (assignment.gesture.type !== 'move') return [];
    return slowWires(context, assignment).flatMap(({ wire, messages, bytes }) => {
      const timing = { ...usualTiming, transport: wire.transport };
      const load = wireLoad(timing, messages * POSITIONS, bytes * POSITIONS, 1000);
      if (load <= 0.5) return [];
      return [
        {
          severity: 'caution',
          facts: { percent: Math.round(load * 100), messages, cable: wire.transport === 'din' },
        },
      ];
    });
  },
  fixes: wireFixes,
};

function wordsOf(send: ReturnType<typeof sendsFor>[number]['send']): readonly PackedMessage[] {
  if (send.message.type === 'sysex') return [];
  const words: PackedMessage[] = [];
  makePut(send.message, false, noSysex)(1, words);
  return words;
}

interface Loaded {
  readonly wire: Wire;
  /** Messages and bytes that one position puts on it, with running status off. */
  readonly messages: number;
  readonly bytes: number;
}

/** The slow wires on any way of what is sent, also behind a hub, with what their filters let through. */
function slowWires({ index, around: { network } }: CheckContext, assignment: Assignment): readonly Loaded[] {
  const home = homeOf(index, assignment);
  const found = new Map<number, Loaded>();
  for (const { send } of sendsFor(assignment, null))
    for (const word of wordsOf(send)) {
      const port = outletOf(index, assignment.controlId, send);
      for (const { wire: at, word: carried } of wordsOver(network, home?.controller.id ?? '', word, port)) {
        const wire = network.wires[at];
        if (wire?.transport !== 'din' && wire?.transport !== 'bluetooth') continue;
        const before = found.get(at) ?? { wire, messages: 0, bytes: 0 };
        found.set(at, {
          wire,
          messages: before.messages + 1,
          bytes: before.bytes + packedLength(carried, noSysex.bytes),
        });
      }
    }
  return [...found.values()];
}

function wireFixes(context: CheckContext, finding: Finding): readonly Fix[] {
  const assignment = subjectOf(context, finding);
  if (!assignment) return [];
  return slowWires(context, assignment).map(({ wire }) => ({
    label: 'Use a USB cable',
    edit: batch('Use a USB cable', patch('wires', wire, { transport: 'usb' })),
  }));
}

/** A launch that starts a bar late although the finger went down a beat before: the gesture itself takes that long. */
export const launchMisses: AssignmentCheck<
  'launch-misses',
  { readonly parameter: string; readonly seconds: string; readonly target: string; readonly grid: string; readonly bpm: number }
> = {
  scope: 'assignment',
  id: 'launch-misses',
  group: 'time',
  name: 'A launch that misses its bar',
  severities: ['caution'],
  asks: 'switches',
  guide: 'The gesture takes so long that the launch starts a bar late.',
  say: ({ parameter, seconds, target, grid, bpm }) => ({
    title: `${parameter} starts ${seconds} s late when it is pressed on the beat before the bar.`,
    reason: `${target} waits for the next ${grid}, and at ${bpm} beats a minute the message leaves after the line.`,
  }),
  find: ({ index, around }, assignment, outcome) => {
    if (outcome.type !== 'played' || assignment.gesture.type === 'move') return [];
    return outcome.effects.flatMap((effect) => {
      const parameter = index.parameters.get(effect.parameterId);
      const target = parameter && index.targets.get(parameter.targetId);
      if (!effect.meant || !parameter || !target) return [];
      const grid = parameter.launch === 'target' ? target.reception.launchQuantisation : parameter.launch;
      if (grid === 'none') return [];
      const tempo = fastest(index);
      const late = launchOf(index, assignment, parameter, tempo, around);
      if (late === null || late < 1) return [];
      return [
        {
          severity: 'caution',
          parameterId: parameter.id,
          facts: {
            parameter: parameter.name,
            seconds: (late / 1000).toFixed(1),
            target: target.name,
            grid,
            bpm: tempo.bpm,
          },
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    const waits = assignment.actions.some((a) => a.type === 'wait');
    const taken = (context.index.assignmentsOf.get(assignment.controlId) ?? []).some(
      (a) => a.id !== assignment.id && a.gesture.type === 'press',
    );
    return [
      ...(assignment.gesture.type !== 'press' && !taken
        ? [{ label: 'Act on press', edit: changeAssignment(assignment, { gesture: { type: 'press' } }, 'Act on press') }]
        : []),
      ...(waits
        ? [
            {
              label: 'Take the waits out',
              edit: changeAssignment(
                assignment,
                { actions: assignment.actions.filter((a) => a.type !== 'wait') },
                'Take the waits out',
              ),
            },
          ]
        : []),
    ];
  },
};

/** The tempo at which a beat is shortest: of the fastest song, or 120. */
function fastest(index: RigIndex): { readonly bpm: number; readonly beatsPerBar: number } {
  const [first, ...rest] = index.rig.songs;
  if (!first) return { bpm: 120, beatsPerBar: 4 };
  const song = rest.reduce((a, b) => (b.bpm > a.bpm ? b : a), first);
  return { bpm: song.bpm, beatsPerBar: song.beatsPerBar };
}
