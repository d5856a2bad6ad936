// Why a command cannot be carried out: a code with its facts, and the words for each.
import { counted, exhaustive } from '../base';
import { kindOf, type MessageType } from '../midi';

export type CommandProblem =
  | { readonly code: 'gone' }
  | { readonly code: 'no-modifier' }
  | { readonly code: 'cannot-be-held'; readonly control: string }
  | { readonly code: 'no-number-for-modifier' }
  | { readonly code: 'layer-over-controllers' }
  | { readonly code: 'no-tap-in-host' }
  | { readonly code: 'no-tap-together' }
  | { readonly code: 'group-of-one' }
  | { readonly code: 'modifiers-apart'; readonly control: string }
  | { readonly code: 'modifiers-alike'; readonly control: string }
  | { readonly code: 'never-let-go'; readonly control: string }
  | { readonly code: 'sends-nothing-of-its-own'; readonly control: string }
  | { readonly code: 'layer-has-functions'; readonly layer: string; readonly functions: number }
  | { readonly code: 'no-number'; readonly target: string }
  | { readonly code: 'no-free-number'; readonly controller: string }
  | { readonly code: 'sends-as-base'; readonly control: string; readonly layer: string }
  | { readonly code: 'too-many-messages'; readonly controller: string; readonly most: number }
  | { readonly code: 'only-programs-count' }
  | { readonly code: 'only-numbers-count' }
  | { readonly code: 'only-presses-alternate' }
  | { readonly code: 'only-turns-go-each-way' }
  | { readonly code: 'no-steps'; readonly parameter: string }
  | { readonly code: 'too-few-numbers'; readonly kind: MessageType; readonly from: number; readonly steps: number }
  | { readonly code: 'own-modifier'; readonly control: string; readonly layer: string }
  | { readonly code: 'nothing-to-share' }
  | { readonly code: 'moved-already'; readonly parameter: string }
  | { readonly code: 'cannot-fill' };

/** What is wrong, and what to do: a sentence or two for the player. */
export function problemWords(problem: CommandProblem): string {
  switch (problem.code) {
    case 'gone':
      return 'The control or the parameter is gone. Reload to see the rig as it is now.';
    case 'no-modifier':
      return 'Choose the control that opens the layer.';
    case 'cannot-be-held':
      return `${problem.control} cannot be held down. Choose a switch, button, pad or an encoder that pushes.`;
    case 'no-number-for-modifier':
      return 'No number is free for the modifier. Free one, or make the layer in the controller.';
    case 'layer-over-controllers':
      return 'One controller cannot know what is held on another. A layer over everything has to be made in the host.';
    case 'no-tap-in-host':
      return 'A layer made in the host leaves its modifier no tap. Make the layer in the controller.';
    case 'group-of-one':
      return 'Choose two switches at least: each turns the others off.';
    case 'no-tap-together':
      return 'Two that are held together have no tap of their own. Give each of them a function instead.';
    case 'modifiers-apart':
      return `${problem.control} is on another controller. All modifiers of a layer are on one.`;
    case 'modifiers-alike':
      return `${problem.control} sends what another of them sends: the host could not tell which are held. Let the layer have numbers of its own.`;
    case 'never-let-go':
      return `${problem.control} sends a message that has no release: the host could not tell when it is let go. Let the layer have numbers of its own.`;
    case 'sends-nothing-of-its-own':
      return `${problem.control} sends nothing on a press in Base. Give it a message there first, or let the layer have a number of its own.`;
    case 'layer-has-functions':
      return `${counted(problem.functions, 'function')} in ${problem.layer} would need other messages. Clear them first, or add another layer.`;
    case 'no-number':
      return `${problem.target} takes no number that is still free. Widen what it accepts in Gear, or free a number.`;
    case 'no-free-number':
      return `${problem.controller} has no number left that nothing uses. Free one, or send on another channel.`;
    case 'sends-as-base':
      return `${problem.layer} is made in the host: there ${problem.control} sends what it sends in Base. Assign a parameter here, or a message in Base.`;
    case 'too-many-messages':
      return `${problem.controller} sends at most ${problem.most} messages on one gesture.`;
    case 'only-programs-count':
      return 'Only a program message counts through steps.';
    case 'only-presses-alternate':
      return 'What moves sends all of its messages at once. Only a press alternates.';
    case 'only-turns-go-each-way':
      return 'A press goes no way. Only what is turned sends a message for each way.';
    case 'only-numbers-count':
      return 'Only a message that carries a value or a program can count.';
    case 'no-steps':
      return `${problem.parameter} has no steps to count through. Choose a parameter with steps.`;
    case 'too-few-numbers':
      return `From ${kindOf(problem.kind).word} ${problem.from} on there are not ${problem.steps} ${kindOf(problem.kind).word}s left. Begin lower.`;
    case 'own-modifier':
      return `${problem.control} is the modifier of ${problem.layer}: it cannot have a function inside its own layer.`;
    case 'nothing-to-share':
      return 'That gesture sends no message that the parameter could share.';
    case 'moved-already':
      return `${problem.parameter} is already moved by it.`;
    case 'cannot-fill':
      return 'Only an assignment that sends a numbered message can be filled along; what a counter numbers goes on by itself.';
    default:
      return exhaustive(problem);
  }
}
