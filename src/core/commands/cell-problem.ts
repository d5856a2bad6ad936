// Why a cell or a line of a list cannot be taken: a code with its facts, and the words for each.
import { exhaustive } from '../base';

/** `text` is what stands in the cell, shortened. */
export type CellProblem =
  | { readonly code: 'name-needed' }
  | { readonly code: 'new-line-needs-name' }
  | { readonly code: 'name-missing' }
  | { readonly code: 'name-twice'; readonly text: string }
  | { readonly code: 'no-number'; readonly text: string; readonly what: 'value' | 'default' | 'start' | null }
  | { readonly code: 'no-scale'; readonly text: string }
  | { readonly code: 'no-parameter-kind'; readonly text: string }
  | { readonly code: 'no-range-of-its-own' }
  | { readonly code: 'no-range'; readonly text: string }
  | { readonly code: 'no-steps-of-its-own' }
  | { readonly code: 'too-few-steps' }
  | { readonly code: 'steps-missing' }
  | { readonly code: 'no-value-of-its-own' }
  | { readonly code: 'out-of-range'; readonly lowest: number; readonly highest: number }
  | { readonly code: 'no-centre' }
  | { readonly code: 'no-tolerance' }
  | { readonly code: 'no-tag'; readonly text: string; readonly tags: readonly string[] }
  | { readonly code: 'scene-full'; readonly most: number }
  /** What a schema says of the row as a whole; `field` where it is one field's. */
  | { readonly code: 'row'; readonly field: string | null; readonly message: string }
  | { readonly code: 'no-control'; readonly text: string; readonly controller: string }
  | { readonly code: 'no-gesture'; readonly text: string; readonly control: string; readonly can: readonly string[] }
  | { readonly code: 'no-chord-partner'; readonly control: string }
  | { readonly code: 'no-bank'; readonly text: string; readonly most: number }
  | { readonly code: 'moves-no-parameter'; readonly text: string }
  | { readonly code: 'no-parameter'; readonly text: string }
  | { readonly code: 'several-parameters'; readonly text: string }
  | { readonly code: 'no-channel'; readonly text: string }
  | { readonly code: 'number-missing' }
  | { readonly code: 'no-control-number'; readonly text: string }
  | { readonly code: 'no-note'; readonly text: string }
  | { readonly code: 'no-program'; readonly text: string }
  | { readonly code: 'no-message-kind'; readonly text: string }
  | { readonly code: 'value-too-high'; readonly text: string }
  | { readonly code: 'values-unclear'; readonly text: string }
  | { readonly code: 'has-function' }
  | { readonly code: 'place-twice' }
  /** What the reader of tables says of the quotes on a line. */
  | { readonly code: 'no-table'; readonly message: string }
  | { readonly code: 'too-many-lines'; readonly most: number };

/** The beginning of a cell, as a problem quotes it. */
export const quoted = (text: string, most = 40): string => text.slice(0, most);

/** What is wrong and what is possible there: part of a sentence, for a player. */
export function cellProblemWords(problem: CellProblem): string {
  switch (problem.code) {
    case 'name-needed':
      return 'a name is needed';
    case 'new-line-needs-name':
      return 'a new line needs a name';
    case 'name-missing':
      return 'the name is missing';
    case 'name-twice':
      return `“${problem.text}” stands here twice`;
    case 'no-number':
      return `${problem.what === null ? '' : `the ${problem.what} `}“${problem.text}” is no number`;
    case 'no-scale':
      return `“${problem.text}” is no scale: linear, log or power 2`;
    case 'no-parameter-kind':
      return `“${problem.text}” is no kind: continuous, stepped, toggle or trigger`;
    case 'no-range-of-its-own':
      return 'only what is continuous has a range of its own';
    case 'no-range':
      return `“${problem.text}” is no range: write it as 20..20000 or −60 to 0`;
    case 'no-steps-of-its-own':
      return 'only what is stepped has steps: change its kind first';
    case 'too-few-steps':
      return 'at least two steps, separated by |';
    case 'steps-missing':
      return 'a stepped parameter needs its steps, separated by |';
    case 'no-value-of-its-own':
      return 'a trigger has no value';
    case 'out-of-range':
      return `${problem.lowest} to ${problem.highest} is possible`;
    case 'no-centre':
      return 'linear or at64';
    case 'no-tolerance':
      return 'a step above 0, in its unit';
    case 'no-tag':
      return `“${problem.text}” is no tag: ${problem.tags.join(', ')}`;
    case 'scene-full':
      return `a scene holds ${problem.most} values, and this one has them`;
    case 'row':
      return problem.field === null ? problem.message : `${problem.field}: ${problem.message}`;
    case 'no-table':
      return problem.message;
    case 'too-many-lines':
      return `Only the first ${problem.most} lines are read.`;
    default:
      return programmedWords(problem);
  }
}

type ProgrammedProblem = Extract<
  CellProblem,
  {
    readonly code:
      | 'no-control'
      | 'no-gesture'
      | 'no-chord-partner'
      | 'no-bank'
      | 'moves-no-parameter'
      | 'no-parameter'
      | 'several-parameters'
      | 'no-channel'
      | 'number-missing'
      | 'no-control-number'
      | 'no-note'
      | 'no-program'
      | 'no-message-kind'
      | 'value-too-high'
      | 'values-unclear'
      | 'has-function'
      | 'place-twice';
  }
>;

/** Those that only a list of what is programmed has. */
function programmedWords(problem: ProgrammedProblem): string {
  switch (problem.code) {
    case 'no-control':
      return `${problem.controller} has no control “${problem.text}”`;
    case 'no-gesture':
      return `${problem.control} has no gesture “${problem.text}”: ${problem.can.join(', ')}`;
    case 'no-chord-partner':
      return `${problem.control} has no partner for a chord`;
    case 'no-bank':
      return `there is no bank “${problem.text}”: 1 to ${problem.most}`;
    case 'moves-no-parameter':
      return `“${problem.text}” moves no parameter: leave that column empty`;
    case 'no-parameter':
      return `there is no parameter “${problem.text}”`;
    case 'several-parameters':
      return `“${problem.text}” is in several targets: write it as Target: Parameter`;
    case 'no-channel':
      return `“${problem.text}” is no channel`;
    case 'number-missing':
      return 'the number is missing';
    case 'no-control-number':
      return `“${problem.text}” is no control number: 0 to 127`;
    case 'no-note':
      return `“${problem.text}” is no note`;
    case 'no-program':
      return `“${problem.text}” is no program on this controller`;
    case 'no-message-kind':
      return `“${problem.text}” is no kind of message: cc, note or program`;
    case 'value-too-high':
      return `“${problem.text}” has a value above 127`;
    case 'values-unclear':
      return `“${problem.text}” is not clear: 127/0 alternates, 127 held 0 is on press and release`;
    case 'has-function':
      return 'this control already has a function there: clear it first';
    case 'place-twice':
      return 'this control stands here twice with the same gesture and bank';
    default:
      return exhaustive(problem);
  }
}
