// What a player is told when the storage failed, wherever it did.
import { faultKindOf, faultOf, faultWords } from '../database/faults';
import { dataFolder } from '../folder/paths';

/** What an action gives, or the words for a fault of the storage: then nothing was kept, and whoever asked still has it. */
export async function orWords<T>(work: () => Promise<T>): Promise<T | string> {
  try {
    return await work();
  } catch (error) {
    const words = wordsOf(error);
    if (words === null) throw error;
    return words;
  }
}

/** The words for a fault of the storage; null for errors of another kind. */
export function wordsOf(error: unknown): string | null {
  const kind = faultKindOf(error) ?? faultOf(error, `${dataFolder()}/x`);
  if (kind !== null) return faultWords[kind];
  return error instanceof Error && error.name === 'FolderClosed' ? error.message : null;
}
