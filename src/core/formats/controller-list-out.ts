// Lists of controllers written as JSON, as MIDI-CI Property Exchange describes them: the way back of controller-list.ts. All names and the scaling of values are from memory.
import { type Message, valueMax } from '../midi';
import type { Parameter } from '../rig';
import type { LeftOut } from './left-out';
import type { Written } from './parameters-csv';

const hints: Readonly<Record<Parameter['kind'], string>> = {
  continuous: 'continuous',
  stepped: 'valueSelect',
  toggle: 'toggle',
  trigger: 'momentary',
};

/**
 * A value of `bits` bits in 32: the lowest, the middle and the highest stay what they are, and what lies between keeps its order (min-centre-max scaling, from memory).
 * @example scaledUp(64, 7) // => 2147483648
 */
export function scaledUp(value: number, bits: 7 | 14): number {
  const shifted = value * 2 ** (32 - bits);
  if (value <= 2 ** (bits - 1)) return shifted;
  // Above the middle the bits below the highest one are repeated into those that come free.
  const repeated = bits - 1;
  let more = 0;
  let at = (value % 2 ** repeated) * 2 ** (32 - bits - repeated);
  for (; at >= 1; at = Math.floor(at / 2 ** repeated)) more += Math.floor(at);
  return shifted + more;
}

/** The default of a parameter as a value of 32 bits: through its message where it is continuous, by its share of the whole where it goes in steps. */
function defaultOf({ kind, lowest, highest, default: value }: Parameter, message: Message): number {
  const part = (value - lowest) / (highest - lowest);
  const most = valueMax(message.type);
  return kind === 'continuous' ? scaledUp(Math.round(part * most), most === 127 ? 7 : 14) : Math.round(part * 0xffff_ffff);
}

/** The kind and the index of a message; null for what such a list cannot say. */
function indexOf(message: Message): { readonly ctrlType: string; readonly ctrlIndex?: readonly number[] } | null {
  switch (message.type) {
    case 'cc':
      return { ctrlType: 'cc', ctrlIndex: [message.number] };
    case 'nrpn':
    case 'rpn':
      return { ctrlType: message.type, ctrlIndex: [Math.floor(message.number / 128), message.number % 128] };
    case 'pitch-bend':
      return { ctrlType: 'pitchBend' };
    case 'channel-pressure':
      return { ctrlType: 'chPress' };
    default:
      return null;
  }
}

/** Parameters with one message each as a list that `parseControllerList` reads; those without one are left out, and what the form cannot say is named. */
export function writeControllerList(parameters: readonly Parameter[], numbers: ReadonlyMap<string, Message>): Written {
  const losses: LeftOut[] = [];
  const entries = parameters.flatMap((p) => {
    const message = numbers.get(p.name);
    if (!message || !('channel' in message)) return [];
    const index = indexOf(message);
    if (!index) {
      losses.push({ code: 'no-form', of: p.name, message: message.type });
      return [];
    }
    const own = p.lowest === 0 && p.highest === valueMax(message.type) && p.scale.type === 'linear' && p.unit === '';
    if (p.kind === 'continuous' && !own) losses.push({ code: 'range-of-message', of: p.name });
    return [
      {
        title: p.name,
        ...index,
        channel: message.channel,
        default: defaultOf(p, message),
        typeHint: hints[p.kind],
        ...(p.kind === 'stepped' ? { stepCount: p.steps.length } : {}),
      },
    ];
  });
  return { text: `${JSON.stringify(entries, null, 2)}\n`, losses };
}
