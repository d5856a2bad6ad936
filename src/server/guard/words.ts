// What a player is told when the storage failed, wherever it did.
import { faultKindOf, faultOf, faultWords } from '../database/faults';
import { dataFolder } from '../folder/paths';

/** The words for a fault of the storage; null for errors of another kind. */
export function wordsOf(error: unknown): string | null {
  const kind = faultKindOf(error) ?? faultOf(error, `${dataFolder()}/x`);
  if (kind !== null) return faultWords[kind];
  return error instanceof Error && error.name === 'FolderClosed' ? error.message : null;
}
