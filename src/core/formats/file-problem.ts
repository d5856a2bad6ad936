// Why a file cannot be read: a code with its facts, and the words for each.
import { exhaustive } from '../base';

export type FileProblem =
  | { readonly code: 'too-large'; readonly bytes: number }
  | { readonly code: 'too-deep'; readonly levels: number }
  | {
      readonly code: 'too-many';
      readonly what: 'rows' | 'names' | 'events' | 'messages';
      readonly count: number | null;
      readonly most: number;
    }
  | { readonly code: 'empty' }
  | { readonly code: 'no-json'; readonly why: string | null }
  | { readonly code: 'no-xml'; readonly why: string | null }
  | { readonly code: 'own-entities' }
  | { readonly code: 'no-name-document' }
  | { readonly code: 'not-ours'; readonly formats: readonly string[] }
  | { readonly code: 'no-rig'; readonly format: string }
  | { readonly code: 'nothing-chosen' }
  | { readonly code: 'newer'; readonly version: number; readonly most: number }
  | { readonly code: 'rigs'; readonly found: 'none' | 'several' }
  /** What a schema says of the value at a place. */
  | { readonly code: 'invalid'; readonly message: string }
  | { readonly code: 'id-twice' }
  | { readonly code: 'dangling'; readonly id: string }
  | { readonly code: 'no-midi-file' }
  | { readonly code: 'no-sysex'; readonly byte: number }
  | { readonly code: 'sysex-open'; readonly byte: number }
  | { readonly code: 'sysex-broken'; readonly byte: number }
  | { readonly code: 'not-its-encoding'; readonly encoding: string };

const megabytes = (bytes: number): number => bytes / 1024 / 1024;

/** What is wrong with the file, in a sentence or two for the player. */
export function fileProblemWords(problem: FileProblem): string {
  switch (problem.code) {
    case 'too-large':
      return `It has more than ${megabytes(problem.bytes)} MB, the most that is read.`;
    case 'too-deep':
      return `It is nested deeper than ${problem.levels} lists and objects, the most that is read.`;
    case 'too-many':
      return problem.count === null
        ? `It has more than ${problem.most.toLocaleString('en-GB')} ${problem.what}, the most that is read.`
        : `It has ${problem.count} ${problem.what}; ${problem.most} are the most that is read.`;
    case 'empty':
      return 'The file is empty.';
    case 'no-json':
      return `It is not JSON: ${problem.why ?? 'it cannot be read'}.`;
    case 'no-xml':
      return `It is no XML: ${problem.why ?? 'it cannot be read'}.`;
    case 'own-entities':
      return 'It declares entities of its own; those are not read, since they can be made to grow without end.';
    case 'no-name-document':
      return 'It is not a MIDI Name Document: one begins with <MIDINameDocument>.';
    case 'not-ours':
      return `This is no file of Keen Dial: it should begin with "format": ${alternatives(problem.formats.map((f) => `"${f}"`))}.`;
    case 'no-rig':
      return `This is not a rig file: it should begin with "format": "${problem.format}" and a formatVersion.`;
    case 'nothing-chosen':
      return 'Nothing is chosen.';
    case 'newer':
      return `The file has format ${problem.version}, and this version reads up to ${problem.most}. Open it with a newer Keen Dial.`;
    case 'rigs':
      return `It holds ${problem.found === 'several' ? 'several rigs' : 'no rig'}; one is needed.`;
    case 'invalid':
      return problem.message;
    case 'id-twice':
      return 'The identifier is used twice.';
    case 'dangling':
      return `It points at “${problem.id}”, which is not in the file.`;
    case 'no-midi-file':
      return 'This is not a Standard MIDI File, or it is damaged.';
    case 'no-sysex':
      return `At byte ${problem.byte} there is no SysEx message: it begins with F0.`;
    case 'sysex-open':
      return `The message at byte ${problem.byte} never ends.`;
    case 'sysex-broken':
      return `At byte ${problem.byte} another message begins inside of a SysEx message.`;
    case 'not-its-encoding':
      return `It begins as ${problem.encoding.toUpperCase()} but what follows does not fit: the file is cut off or damaged.`;
    default:
      return exhaustive(problem);
  }
}

const alternatives = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;
