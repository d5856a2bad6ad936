// What the light of a function follows.
import type { Assignment, Firmware, LightSource } from './schema';

/** What was said for this function, else what all lights of its controller follow. */
export const lightSourceOf = ({ lights }: Firmware, assignment: Assignment | null): Exclude<LightSource, 'controller'> => {
  const said = assignment?.lightBy ?? 'controller';
  return said === 'controller' ? lights : said;
};
