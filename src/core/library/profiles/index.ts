// The targets that ship with the program, in the order in which they are offered.
import { profileOf, profileRig, type TargetProfile } from '../profile';
import { sound } from './sound.data';
import { stage } from './stage.data';
import { tables } from './tables.data';

/** Shipped targets; each parameter names its own id (p1, p2, …) as the origin of its copies. */
export const targetProfiles: readonly TargetProfile[] = [...sound, ...stage, ...tables].flatMap((p) => {
  const entry = profileOf(profileRig(p, p.id), { id: p.id, version: p.version });
  return entry ? [entry] : [];
});
