// What a form cannot hold, or what was left out of it and why: a code with its facts, and the words for each.
import { exhaustive } from '../base';

/** `of` is what it was: a parameter, a function, an element of a document. */
export type LeftOut =
  | { readonly code: 'scale-becomes-linear'; readonly of: string; readonly values: number }
  | { readonly code: 'bar-in-step'; readonly of: string }
  | { readonly code: 'evidence'; readonly of: string }
  | { readonly code: 'layers-and-pages'; readonly of: string }
  | { readonly code: 'several-messages'; readonly of: string }
  | { readonly code: 'chord'; readonly of: string }
  | { readonly code: 'keys-both-ways'; readonly of: string }
  | { readonly code: 'range-of-message'; readonly of: string }
  | { readonly code: 'not-listed'; readonly of: string; readonly message: string; readonly behaviour: string }
  | { readonly code: 'bank-before-program'; readonly of: string }
  | { readonly code: 'no-form'; readonly of: string; readonly message: string }
  | { readonly code: 'patch-names'; readonly of: string }
  | { readonly code: 'no-control'; readonly of: string; readonly text: string }
  | { readonly code: 'no-note'; readonly of: string; readonly text: string }
  | { readonly code: 'not-heard'; readonly of: string }
  | { readonly code: 'no-state'; readonly of: string }
  | { readonly code: 'not-reached'; readonly of: string; readonly value: string }
  | { readonly code: 'dangerous'; readonly of: string }
  | { readonly code: 'sends-nothing'; readonly of: string }
  | { readonly code: 'not-playable'; readonly of: string };

/** What was left out and why, in a line. */
export function leftOutWords(left: LeftOut): string {
  const { of } = left;
  switch (left.code) {
    case 'scale-becomes-linear':
      return `${of}: a scale of ${left.values} measured values becomes linear`;
    case 'bar-in-step':
      return `${of}: a step has | in its name`;
    case 'evidence':
      return `${of}: what is known of it is left out`;
    case 'layers-and-pages':
      return `${of}: layers and pages are left out`;
    case 'several-messages':
      return `${of}: only a single message can be listed`;
    case 'keys-both-ways':
      return `${of}: keys for both ways cannot be listed`;
    case 'range-of-message':
      return `${of}: its range becomes that of its message`;
    case 'chord':
      return `${of}: chords are left out`;
    case 'not-listed':
      return `${of}: ${left.message} or ${left.behaviour} cannot be listed`;
    case 'bank-before-program':
      return `${of}: the bank before the program is left out`;
    case 'no-form':
      return `${of}: ${left.message} cannot be written in this form`;
    case 'patch-names':
      return `patch names (${of || 'a list'})`;
    case 'no-control':
      return `control “${of}”: ${left.text} is no control`;
    case 'no-note':
      return `note “${of}”: ${left.text} is no note`;
    case 'not-heard':
      return `${of}: nothing lands on it`;
    case 'no-state':
      return `${of}: it fires, and has no state`;
    case 'not-reached':
      return `${of}: no message sets it to ${left.value}`;
    case 'dangerous':
      return `${of}: dangerous to fire`;
    case 'sends-nothing':
      return `${of}: it sends nothing`;
    case 'not-playable':
      return `${of}: it cannot be played`;
    default:
      return exhaustive(left);
  }
}
