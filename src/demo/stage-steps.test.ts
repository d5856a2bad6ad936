// The songs of the demo, played as Stage would hear them: each step of each way is ticked off when it is done, and what slides not before it is there.
import { expect, it } from 'vitest';
import { indexRig } from '@/core/rig';
import { nextWay, noStep, toldOf, transitionsOf } from '@/core/stage';
import { played } from '../../tests/kit/player';
import { stand } from '../../tests/kit/stand';
import { lanternHour } from './lantern-hour';

const index = indexRig(lanternHour());

it('every step of every way is ticked off, and none before it is done', () => {
  const { play, wait } = stand(index);
  let t = 1000;
  let now = noStep;
  let slid = 0;
  for (const transition of transitionsOf(index)) {
    if (transition.way.type !== 'way') continue;
    const { steps } = toldOf(index, transition);
    now = nextWay(now);
    transition.way.steps.forEach((step, i) => {
      const id = step.deed.of.id;
      const hand = played(index, step, step.deed.does === 'move' ? 0 : null, t);
      for (const event of hand) {
        now = play(id, event, steps, now);
        if (event.do !== 'move') continue;
        slid++;
        if (Math.abs(event.position - (step.to ?? 0)) > 0.06) expect(now.done).toBeLessThanOrEqual(i);
      }
      t = (hand.at(-1)?.atMs ?? t) + 900;
      now = wait(id, t, steps, now);
      // A bank button is not heard: it is ticked off with what comes after it.
      if (steps[i]?.does !== 'button')
        expect([transition.song.name, transition.at, now.done]).toEqual([transition.song.name, transition.at, i + 1]);
    });
  }
  expect(slid).toBeGreaterThan(50);
});
