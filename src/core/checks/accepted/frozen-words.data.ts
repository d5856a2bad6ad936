// The words of every check as they stood when acceptances were first kept: the fingerprints of that time were made of them. Frozen:
// nothing here is shown to anybody, and nothing here is ever changed. New wording goes into the checks.

import type { Words } from '../finding';
import type { CheckId } from '../registry';

const gestureWords = { hold: 'Holding it', 'double-tap': 'Tapping it twice' } as const;
const modeWords: Readonly<Record<string, string>> = {
  momentary: 'momentary',
  latching: 'alternating',
  fixed: 'fixed',
  stepping: 'counting',
};
const placeWords: Readonly<Record<string, string>> = { project: 'the project', 'plugin-instance': 'this instance of the plugin' };

/** What facts can be read as: the frozen words ask for exactly what the checks of that time gave. */
type Read<F> = (facts: F) => Words;

const firesBefore =
  (gesture: 'hold' | 'double-tap', earlier: 'press' | 'release'): Read<{ readonly also: string }> =>
  ({ also }) => ({
    title: `${gestureWords[gesture]} also does ${also}.`,
    reason:
      earlier === 'press'
        ? `This controller sends the press at once and cannot know yet that it becomes a ${gesture.replace('-', ' ')}.`
        : 'The first tap is let go before the second one comes, so its release fires; what the double tap does has to undo it.',
  });

function whyNot({
  why,
  place,
  bank,
  banks,
  page,
  pages,
  layer,
}: {
  readonly why: string;
  readonly place: string | null;
  readonly bank: number;
  readonly banks: number;
  readonly page: number;
  readonly pages: number;
  readonly layer: string;
}): string {
  switch (why) {
    case 'no-such-bank':
      return `It stands in bank ${bank}, and the controller has ${banks}.`;
    case 'no-such-page':
      return `It stands on page ${page}, and the controller has ${pages}.`;
    case 'no-modifier':
      return `Nothing opens the layer ${layer}.`;
    case 'is-its-own-modifier':
      return `It is itself held down to open ${layer}.`;
    case 'other-controller':
      return `The layer ${layer} is opened on another controller, which this one cannot know. Only a layer made in the host can.`;
    case 'no-switch':
      return `No switch leads to ${place ?? 'this layer'}, and the unit has no bank buttons of its own.`;
    default:
      return `The layer ${layer} does not reach this control.`;
  }
}

/** Ties words to the facts that they are made of. */
const said = <F>(say: Read<F>): Read<F> => say;

const frozen = {
  'press-before-hold': firesBefore('hold', 'press'),
  'press-before-double-tap': firesBefore('double-tap', 'press'),
  'release-before-double-tap': firesBefore('double-tap', 'release'),
  'address-clash': said<{ readonly rival: string; readonly more: number; readonly message: string | null }>(
    ({ rival, more, message }) => ({
      title: `Clashes with ${rival}${more > 0 ? ` and ${more} more` : ''}.`,
      reason: `Both put ${message ?? 'its address'} on the same channel, so moving one moves the other.`,
    }),
  ),
  'loud-step': said<{ readonly parameter: string; readonly decibels: string; readonly from: string; readonly to: string }>(
    ({ parameter, decibels, from, to }) => ({
      title: `One message moves ${parameter} by ${decibels} dB.`,
      reason: `From ${from} to ${to}. Set the largest range first, and try it with the monitors down.`,
    }),
  ),
  'loud-jump': said<{ readonly parameter: string; readonly decibels: string; readonly first: string; readonly later: string }>(
    ({ parameter, decibels, first, later }) => ({
      title: `${parameter} can leap by ${decibels} dB.`,
      reason: `The first message of the show can move it by ${first}, and by ${later} after something else has moved it: it goes at once to where the knob stands.`,
    }),
  ),
  flashing: said<{ readonly parameter: string; readonly perSecond: string }>(({ parameter, perSecond }) => ({
    title: `${parameter} can flash ${perSecond} times a second.`,
    reason: 'More than three flashes a second can trigger seizures (WCAG 2.3.1). Local rules and the venue have the last word.',
  })),
  keystroke: said<{ readonly keys: string }>(({ keys }) => ({
    title: `It types “${keys}” into whatever is in front.`,
    reason: 'A keystroke goes to the window that has the focus, a chat included. A message goes where the wire leads.',
  })),
  'waiting-delays': said<{ readonly ms: number; readonly gesture: string | null }>(({ ms, gesture }) => ({
    title: `The press comes ${ms} ms late.`,
    reason:
      gesture === 'hold'
        ? 'The switch also has a hold, and this controller waits for the release before it knows which of the two it is.'
        : `The switch also has a ${gesture ?? 'second gesture'}, and this controller waits whether it comes.`,
  })),
  'too-many-actions': said<{ readonly most: number; readonly messages: number }>(({ most, messages }) => ({
    title: `Only ${most} of ${messages} messages go out.`,
    reason: `The firmware takes ${most} ${most === 1 ? 'message' : 'messages'} on one gesture.`,
  })),
  'no-such-gesture': said<{ readonly gesture: string }>(({ gesture }) => ({
    title: `This controller has no ${gesture.replace('-', ' ')}.`,
    reason: 'Its firmware does not know the gesture, so nothing happens.',
  })),
  'cannot-send': said<{ readonly what: 'message' | 'values' | 'clicks'; readonly message: string; readonly mode: string }>(
    ({ what, message, mode }) => ({
      title: `This controller cannot send ${what === 'message' ? `${message} messages` : what === 'values' ? `${modeWords[mode] ?? mode} values` : 'these clicks'}.`,
      reason: 'Its firmware does not offer it, so it cannot be entered.',
    }),
  ),
  'jump-after-change': said<{
    readonly parameter: string;
    readonly leap: string;
    readonly control: string;
    readonly why: 'other-use' | 'other-mover';
  }>(({ parameter, leap, control, why }) => ({
    title: `${parameter} can jump by ${leap}.`,
    reason: `${why === 'other-use' ? `${control} is turned for something else in another bank or layer.` : `Something else on this rig moves ${parameter} too.`} After that the knob is not where the value is, and the first turn takes the value there.`,
  })),
  'place-not-sent-again': said<{ readonly control: string }>(({ control }) => ({
    title: `${control} says nothing when this bank is chosen.`,
    reason: 'The controller does not send places again after a bank change: until it is moved, the value stays as it was.',
  })),
  'light-disagrees': said<{ readonly parameter: string; readonly opposite: boolean }>(({ parameter, opposite }) =>
    opposite
      ? {
          title: `The light shows the opposite of ${parameter}.`,
          reason:
            'It is on when the parameter is off, and off when it is on: what is sent first does not fit the start of the show.',
        }
      : {
          title: `The light does not show whether ${parameter} is on.`,
          reason: 'What the switch sends is the same on each press, so it cannot know: its light only shows the finger.',
        },
  ),
  'wrong-at-start': said<{ readonly parameter: string; readonly lit: boolean; readonly starts: string }>(
    ({ parameter, lit, starts }) => ({
      title: `At the start the light says that ${parameter} is ${lit ? 'on' : 'off'}, and it is not.`,
      reason: `The show starts with it ${starts}; the switch learns of it with the first press only.`,
    }),
  ),
  'light-after-change': said<{ readonly parameter: string }>(({ parameter }) => ({
    title: 'After a preset or a mouse click the light is wrong.',
    reason: `Nothing tells the switch that ${parameter} was changed: its light and what it sends next stay as they were.`,
  })),
  'modifier-covered': said<{ readonly layer: string; readonly control: string; readonly functions: number }>(
    ({ layer, control, functions }) => ({
      title: `Opening ${layer} also does something else.`,
      reason: `${control} opens the layer and has ${functions === 1 ? 'a function' : `${functions} functions`} of its own that fires at the same press.`,
    }),
  ),
  'modifier-stuck': said<{ readonly layer: string; readonly control: string; readonly radio: boolean }>(
    ({ layer, control, radio }) => ({
      title: `${layer} can stay open.`,
      reason: `The host opens it when ${control} goes down and closes it when the release arrives. Over ${radio ? 'radio' : 'a network'} a release can get lost; press and let go once more to close it.`,
    }),
  ),
  'release-elsewhere': said<{ readonly parameter: string; readonly left: string; readonly layer: string }>(
    ({ parameter, left, layer }) => ({
      title: `${parameter} hangs at ${left} when ${layer} opens while it is held.`,
      reason: 'This controller looks up the release in the layer that is open then, so the one that ends it is never sent.',
    }),
  ),
  'relative-mismatch': said<{
    readonly parameter: string;
    readonly didFirstWords: string | null;
    readonly clicks: boolean;
    readonly reads: boolean;
  }>(({ parameter, didFirstWords, clicks, reads }) => ({
    title: `${parameter} ${didFirstWords ?? 'does not follow'}.`,
    reason: clicks
      ? reads
        ? 'The encoder sends its clicks in one coding, and the target reads another.'
        : 'The encoder sends clicks, and the target takes them for positions.'
      : 'The control sends positions, and the target takes them for clicks.',
  })),
  backwards: said<{ readonly parameter: string; readonly sender: boolean; readonly receiver: boolean; readonly clicks: boolean }>(
    ({ parameter, sender, receiver, clicks }) => ({
      title: receiver && sender ? `${parameter} is turned round twice.` : `${parameter} runs backwards.`,
      reason: clicks
        ? 'A click to the right lowers it.'
        : receiver
          ? 'The controller sends the range reversed, and the target reverses it again.'
          : 'The controller sends the range reversed. Where that is meant, reverse it at the target: then the map shows it.',
    }),
  ),
  'channel-mode-number': said<{ readonly number: number; readonly meaning: string }>(({ number, meaning }) => ({
    title: `CC ${number} means “${meaning}”.`,
    reason:
      'Numbers 120–127 are channel mode messages. A receiver that follows the standard will not take them as a plain control.',
  })),
  'reserved-number': said<{ readonly number: number; readonly meaning: string }>(({ number, meaning }) => ({
    title: `CC ${number} is reserved: “${meaning}”.`,
    reason:
      'Receivers put it together with other messages, to choose a bank or to change a numbered parameter. It can change a sound without warning.',
  })),
  'standard-meaning': said<{
    readonly target: string;
    readonly number: number;
    readonly meaning: string;
    readonly parameter: string;
  }>(({ target, number, meaning, parameter }) => ({
    title: `${target} also takes CC ${number} as ${meaning.toLowerCase()}.`,
    reason: `It keeps the standard meanings, so ${parameter} and the ${meaning.toLowerCase()} move together.`,
  })),
  'low-byte-shadowed': said<{ readonly other: string; readonly number: number; readonly pair: string }>(
    ({ other, number, pair }) => ({
      title: `Shakes ${other}.`,
      reason: `CC ${number} is the low byte of the 14-bit control ${pair}: each takes the other’s values.`,
    }),
  ),
  'heard-by-other': said<{
    readonly target: string;
    readonly meaning: string | null;
    readonly message: string;
    readonly channel: number;
  }>(({ target, meaning, message, channel }) => ({
    title: meaning === null ? `${target} plays the note.` : `${target} hears it as ${meaning.toLowerCase()}.`,
    reason: `${message} on channel ${channel} reaches it too, and it keeps the standard meanings.`,
  })),
  'unreachable-place': said<{
    readonly why: string;
    readonly place: string | null;
    readonly bank: number;
    readonly banks: number;
    readonly page: number;
    readonly pages: number;
    readonly layer: string;
  }>((facts) => ({ title: 'Nothing leads there.', reason: whyNot(facts) })),
  'no-way-back': said<{
    readonly bank: number;
    readonly name: string;
    readonly stepWords: readonly string[];
    readonly first: string;
  }>(({ name, stepWords, first }) => ({
    title: `From ${name} nothing leads back.`,
    reason: `${stepWords.length === 0 ? 'The show starts there' : `${stepWords.join(', then ')} leads there`}, and no switch there leads to ${first} again.`,
  })),
  'coarse-steps': said<{ readonly parameter: string; readonly step: string; readonly smooth: string; readonly values: number }>(
    ({ parameter, step, smooth, values }) => ({
      title: `${parameter} moves in steps of up to ${step}.`,
      reason: `It sounds smooth up to ${smooth}; ${values} values have to do for the whole way.`,
    }),
  ),
  'centre-unreachable': said<{ readonly parameter: string; readonly centre: string; readonly nearest: string }>(
    ({ parameter, centre, nearest }) => ({
      title: `${parameter} never comes to ${centre}.`,
      reason: `No 7-bit value is the middle of this range; the nearest gives ${nearest}.`,
    }),
  ),
  'cut-at-sender': said<{ readonly used: number; readonly of: number; readonly low: number; readonly high: number }>(
    ({ used, of, low, high }) => ({
      title: `${used} of ${of} values are used.`,
      reason: `The range is cut in the controller, from ${low} to ${high}. Cut at the target it keeps all its steps.`,
    }),
  ),
  'dead-travel': said<{ readonly percent: number; readonly parameter: string }>(({ percent, parameter }) => ({
    title: `${percent} % of the travel moves nothing.`,
    reason: `Over that part of the way ${parameter} stays where it is: a dead zone, a calibration that ends early, or a flat curve.`,
  })),
  'far-urgent': said<{ readonly parameter: string; readonly presses: number | null; readonly controller: string }>(
    ({ parameter, presses, controller }) => ({
      title: presses === null ? `${parameter} cannot be had from everywhere.` : `${parameter} can be ${presses} presses away.`,
      reason: `It is tagged urgent. From the farthest place on ${controller} ${presses === null ? 'nothing leads to it' : `that is how many it takes, and 2 are enough to find by heart`}.`,
    }),
  ),
  'no-silence': said<{
    readonly controller: string;
    readonly target: string;
    readonly banks: readonly string[];
    readonly more: number;
    readonly standard: boolean;
  }>(({ controller, target, banks, more, standard }) => ({
    title: `Nothing on ${controller} silences ${target}${banks.length === 0 ? '' : ` in ${banks.join(', ')}${more > 0 ? ` and ${more} more` : ''}`}.`,
    reason: `It is played from there. When it goes wrong, something tagged panic${standard ? `, or CC 120 (all sound off) where it keeps the standard` : ''} has to be within reach.`,
  })),
  'text-too-long': said<{ readonly text: string; readonly most: number }>(({ text, most }) => ({
    title: `“${text}” is cut to “${text.slice(0, most)}”.`,
    reason: `The display has room for ${most} characters, and the text has ${text.length}.`,
  })),
  'same-name': said<{ readonly target: string; readonly parameter: string; readonly groups: readonly string[] }>(
    ({ target, parameter, groups: [one, other] }) => ({
      title: `${target} has two parameters called ${parameter}.`,
      reason: `${one === undefined ? 'Tape' : `One is in ${one || 'no group'} and one in ${other || 'no group'}; tape`} and sheet show one name for two things.`,
    }),
  ),
  'no-parameter': said<{ readonly message: string }>(({ message }) => ({
    title: `${message} is sent for nothing.`,
    reason: 'No parameter is named that it is there for, so nothing can be said of what it does.',
  })),
  leftover: said<{ readonly target: string; readonly address: string; readonly parameter: string }>(
    ({ target, address, parameter }) => ({
      title: `${target} still listens on ${address} for ${parameter}.`,
      reason: 'Nothing on this rig sends it. A message from elsewhere would move it.',
    }),
  ),
  'free-controls': said<{ readonly free: number; readonly of: number; readonly names: readonly string[] }>(
    ({ free, of, names }) => ({
      title: `${free} of ${of} controls are free.`,
      reason: `${names.join(', ')}${free > names.length ? ` and ${free - names.length} more` : ''} ${free === 1 ? 'does' : 'do'} nothing in any bank.`,
    }),
  ),
  'lives-elsewhere': said<{ readonly target: string; readonly entries: number; readonly livesIn: string }>(
    ({ target, entries, livesIn }) => ({
      title: `The mapping of ${target} is gone in the next project.`,
      reason: `Its ${entries} ${entries === 1 ? 'entry lives' : 'entries live'} in ${placeWords[livesIn]}. Keep an empty template with them, and say so here.`,
    }),
  ),
  'outside-window': said<{ readonly target: string | null; readonly message: string | null; readonly parameter: string }>(
    ({ target, message, parameter }) => ({
      title: `${target ?? 'The target'} does not take ${message ?? 'this number'}.`,
      reason: `It takes only some numbers, and ${parameter} listens on one outside of them.`,
    }),
  ),
  'not-routed': said<{
    readonly from: string | null;
    readonly to: string | null;
    readonly why: string;
    readonly channel: number | null;
  }>(({ from, to, why, channel }) => {
    const [start, end] = [from ?? 'this controller', to ?? 'the target'];
    return {
      title: `Nothing of it arrives at ${end}.`,
      reason:
        why === 'no-wire'
          ? `No wire leads from ${start} to ${end}.`
          : why === 'not-remote'
            ? `The wire from ${start} to ${end} is not enabled for remote control.`
            : `The wire lets ${why === 'channel' ? `channel ${channel}` : 'this kind of message'} not through.`,
    };
  }),
  'heard-twice': said<{
    readonly times: number;
    readonly counts: boolean;
    readonly controller: string;
    readonly target: string | null;
  }>(({ times, counts, controller, target }) => ({
    title: counts ? `Each press counts ${times} times.` : `Everything arrives ${times} times.`,
    reason: `${times} ways lead from ${controller} to ${target ?? 'the target'}; each carries the message.`,
  })),
  'bases-differ': said<{
    readonly controller: string;
    readonly target: string;
    readonly channels: readonly string[];
    readonly programs: readonly string[];
    readonly octaves: readonly string[];
  }>(({ controller, target, channels, programs, octaves }) => {
    const differ = [
      ...(channels.length > 0 ? [`channels from ${channels.join(' and ')}`] : []),
      ...(programs.length > 0 ? [`programs from ${programs.join(' and ')}`] : []),
      ...(octaves.length > 0 ? [`note 60 as ${octaves.map((c) => `C${c}`).join(' and ')}`] : []),
    ];
    return {
      title: `${controller} and ${target} count differently.`,
      reason: `They show ${differ.join(', ')}. The sheet writes each number as its own device shows it: do not copy one into the other.`,
    };
  }),
  'first-press-does-nothing': said<{ readonly first: number | null; readonly parameter: string; readonly starts: string }>(
    ({ first, parameter, starts }) => ({
      title: 'First press does nothing.',
      reason: `${first === null ? 'What it sends first' : `The switch sends ${first} first, and that`} puts ${parameter} where it already is (${starts}), so the player has to press twice.`,
    }),
  ),
  'every-second-press': said<Record<string, never>>(() => ({
    title: 'Only every second press works.',
    reason: 'The switch alternates between two values, and the target flips on only one of them.',
  })),
  'never-off': said<{ readonly parameter: string; readonly on: string; readonly off: string; readonly onlyOff: boolean }>(
    ({ parameter, on, off, onlyOff }) => ({
      title: onlyOff ? `Only turns ${parameter} ${off}.` : `Turns ${parameter} ${on}, never ${off}.`,
      reason: 'Every press sends the same value, the target takes it as it is, and nothing else on this rig takes it back.',
    }),
  ),
  'never-registers': said<{ readonly parameter: string; readonly target: string | null; readonly threshold: number | null }>(
    ({ parameter, target, threshold }) => ({
      title: `${parameter} never reacts.`,
      reason:
        threshold === null
          ? `${target ?? 'The target'} does not listen for this message.`
          : `What is sent never reaches the value from which ${target ?? 'the target'} counts it as a press (${threshold}).`,
    }),
  ),
  'flips-back': said<{ readonly parameter: string }>(({ parameter }) => ({
    title: `${parameter} flips back when the finger lifts.`,
    reason: 'The switch sends on press and again on release, and the target flips on each.',
  })),
  'stays-on': said<{ readonly parameter: string; readonly on: string }>(({ parameter, on }) => ({
    title: `${parameter} stays ${on} after the finger lifts.`,
    reason: 'It is heard as on while held, and the switch sends nothing when it is let go.',
  })),
  burst: said<{ readonly ms: string }>(({ ms }) => ({
    title: `The last of its messages arrives ${ms} ms after the first leaves.`,
    reason: 'They go one after the other over the wire. Above 10 ms what should happen at once is heard as a roll.',
  })),
  'heavy-stream': said<{ readonly percent: number; readonly messages: number; readonly cable: boolean }>(
    ({ percent, messages, cable }) => ({
      title: `Moving it fills ${percent} % of the wire.`,
      reason: `${messages} ${messages === 1 ? 'message' : 'messages'} at 200 positions a second over ${cable ? 'a MIDI cable' : 'radio'}: everything else waits.`,
    }),
  ),
  'launch-misses': said<{
    readonly parameter: string;
    readonly seconds: string;
    readonly target: string;
    readonly grid: string;
    readonly bpm: number;
  }>(({ parameter, seconds, target, grid, bpm }) => ({
    title: `${parameter} starts ${seconds} s late when it is pressed on the beat before the bar.`,
    reason: `${target} waits for the next ${grid}, and at ${bpm} beats a minute the message leaves after the line.`,
  })),
  'acts-while-held': said<{ readonly parameter: string; readonly on: string }>(({ parameter, on }) => ({
    title: `${parameter} is ${on} only while the switch is held.`,
    reason:
      'The switch sends one value on press and another on release. Where that is meant, hear it as on while held: then the map says so.',
  })),
} as const satisfies Readonly<Record<string, unknown>>;

/** The words of that time for the facts of a finding; null for a check that came later. */
export function frozenWords(check: CheckId, facts: object): Words | null {
  const known: Readonly<Record<string, unknown>> = frozen;
  const say = Object.hasOwn(known, check) ? known[check] : null;
  return typeof say === 'function' ? (say as Read<object>)(facts) : null; // border: the facts of that very check
}
