// On which channels a target hears what is entered in it.
import { batch, type Edit, type RigIndex, set, type Target } from '../rig';
import { changeLanding } from './change';

/** The channels on which a target hears: all that a player entered there follows, what it came with stays. */
export function hearOnChannels({ rig }: RigIndex, target: Target, channels: 'one' | 'all'): Edit {
  const label = `Change the channels on which ${target.name} hears`;
  const rows = rig.landings.filter(
    (l) => l.targetId === target.id && l.given === null && l.channels !== channels && 'channel' in l.address,
  );
  return batch(label, [
    set('targets', target, 'reception', { ...target.reception, channels }),
    ...rows.map((l) => changeLanding(l, { channels }, label)),
  ]);
}
