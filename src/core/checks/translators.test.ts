// What checks say of a rig with translators, beside what the laws hold: who else hears what one makes, and what a box elsewhere is no reason for.
import { describe, expect, it } from 'vitest';
import { assignment, fixed, landing, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { channel, type Message, u7, u14 } from '../midi';
import type { Rig, Translator } from '../rig';
import { judge } from './index';

const cc = (number: number): Message => ({ type: 'cc', channel: channel(5), number: u7(number) });
const makes = (from: number, to: number): Translator => ({
  name: 'Box',
  rest: 'passes',
  lines: [
    {
      from: { type: 'cc', channel: null, lowest: u7(from), highest: u7(from) },
      to: [
        {
          type: 'cc',
          channel: null,
          number: u7(to),
          shift: 0,
          values: { type: 'ends', from: u14(0), to: u14(127), curve: { type: 'linear' } },
        },
      ],
    },
  ],
});

/** A switch for the hall, and a synth beside it that keeps the standard meanings; a translator on the wire to either. */
function rigOf(number: number, toHall: Translator | null, toSynth: Translator | null, heard = number): Rig {
  const rig = smallRig([parameter('p', { kind: 'trigger', lowest: 0, highest: 1 })]);
  const [hall] = rig.targets;
  const [wire] = rig.wires;
  if (!hall || !wire) throw new Error('the small rig changed');
  const synth = { ...hall, id: 'synth', name: 'Synth', reception: { ...hall.reception, keepsStandardMeanings: true } };
  return withFunctions(
    {
      ...rig,
      targets: [hall, synth],
      wires: [
        { ...wire, translator: toHall },
        { ...wire, id: 'w2', to: { unitId: 'synth', port: '' }, translator: toSynth },
      ],
    },
    [assignment({ id: 'a', on: 'fs1', message: cc(number), behaviour: fixed(127), meant: ['p'] })],
    [landing('p', { id: 'l', address: cc(heard), mode: 'trigger' })],
  );
}

const told = (rig: Rig, check: string) => [...judge(rig).findings.values()].flat().filter((f) => f.check === check);

describe('heard by somebody else', () => {
  it('is not said of a number without a meaning because a translator stands elsewhere', () => {
    expect(told(rigOf(102, makes(1, 2), null), 'heard-by-other')).toEqual([]);
  });
  it('is said of what a translator makes, and not of what it takes away', () => {
    expect(told(rigOf(102, null, makes(102, 7)), 'heard-by-other').map((f) => f.facts.meaning)).toEqual(['Channel volume']);
    expect(told(rigOf(7, null, null), 'heard-by-other')).toHaveLength(1);
    expect(told(rigOf(7, null, makes(7, 102)), 'heard-by-other')).toEqual([]);
  });
});

describe('what lands nowhere', () => {
  it('is said where a translator makes another number of it, and taken away by listening for that', () => {
    expect(told(rigOf(102, makes(102, 40), null), 'never-registers')).toHaveLength(1);
    expect(told(rigOf(102, makes(102, 40), null, 40), 'never-registers')).toEqual([]);
  });
  it('what is still listened for under the old number is left over', () => {
    // Also where another target hears it as it was sent.
    for (const toSynth of [null, makes(102, 40)])
      expect(told(rigOf(102, makes(102, 40), toSynth), 'leftover').map((f) => f.subjectId)).toEqual(['l']);
    expect(told(rigOf(102, null, makes(102, 40)), 'leftover')).toEqual([]);
  });
});
