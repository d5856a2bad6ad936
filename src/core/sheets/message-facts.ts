// A message and what it carries, as a device shows it.
import { exhaustive } from '../base';
import { codingWords, kindOf, type Message, type NumberStyle, numberWords, showBytes, showChannel } from '../midi';
import { type Behaviour, type Counter, countingOf, type RigIndex } from '../rig';
import { curveValue, curveWords, exactNumber } from './exact';
import { type Fact, fact } from './fact';

/**
 * What tells a message from others. `counted`: its number comes from a counter. Controls that carry it are written as MIDI 1.0 numbers them: 14-bit
 * controls 32 apart, parameter numbers on 99/98 and 101/100 with their value on 6/38, the bank before a program on 0 and 32.
 */
export function messageFacts(message: Message, style: NumberStyle, counted = false): readonly Fact[] {
  const kind = kindOf(message.type);
  const facts: Fact[] = [fact('type', message.type, kind.name)];
  if ('channel' in message) facts.push(fact('channel', message.channel, showChannel(message.channel, style)));
  if ('number' in message && !counted) facts.push(fact('number', message.number, numberWords(message, style)));
  const as = sentAs(message);
  if (as !== '') facts.push(fact('sentAs', as, as));
  if (message.type === 'program' && message.bank !== null) {
    const { msb, lsb } = message.bank;
    facts.push(fact('bankBefore', [msb, lsb], lsb === null ? `${msb} (CC 0)` : `${msb}/${lsb} (CC 0 and 32)`));
  }
  if (message.type === 'sysex') facts.push(fact('bytes', message.bytes, `F0 ${showBytes([...message.bytes, 0xf7])}`));
  return facts;
}

/** The control changes that carry a message of several; empty for what is one word. */
function sentAs(message: Message): string {
  switch (message.type) {
    case 'cc14':
      return `CC ${message.number} and ${message.number + 32}`;
    case 'nrpn':
    case 'rpn': {
      const [high, low] = message.type === 'nrpn' ? [99, 98] : [101, 100];
      return `CC ${high}/${low} = ${message.number >> 7}/${message.number & 127}, data on 6/38`;
    }
    default:
      return '';
  }
}

/** Which values are sent, in the words of the trade; empty where what arrives says it all. */
function valueWords(message: Message, behaviour: Behaviour, index: Pick<RigIndex, 'counters'>, programBase: 0 | 1 = 0): string {
  const { carries } = kindOf(message.type);
  switch (behaviour.type) {
    case 'range':
      return `${behaviour.from} to ${behaviour.to}`;
    case 'momentary':
      return `${behaviour.down} on press, ${behaviour.up} on release`;
    case 'latching':
      return `alternating ${behaviour.first} / ${behaviour.second}`;
    case 'fixed':
      return carries === 'value' ? `${behaviour.value} on every press` : '';
    case 'click':
      return `${carries === 'value' ? `${behaviour.value} ` : ''}for each click ${behaviour.way}`;
    case 'relative':
      return `relative, ${codingWords[behaviour.coding]}`;
    case 'stepping': {
      const counter = countingOf(index.counters, behaviour);
      if (!counter) return '';
      const words = counterWords(counter, carries === 'choice' ? programBase : 0);
      return behaviour.velocity === undefined
        ? words
        : `notes by ${words}, each struck at ${behaviour.velocity} until it is let go`;
    }
    default:
      return exhaustive(behaviour);
  }
}

/** A counter in numbers that count from `base`. */
function counterWords(counter: Counter, base: number): string {
  const { name, from, to, step, atEnd, start, firstPress } = counter;
  const ends = atEnd === 'wrap' ? 'wraps' : 'stops';
  const begins = firstPress === 'sends-start' ? ', sends that first' : '';
  return `counter ${name}: ${from + base} to ${to + base} by ${exactNumber(step)}, ${ends}, starts at ${start + base}${begins}`;
}

/** The values of a send, with what bends or hastens them. `counters` names each counter so that no two are called the same. */
export function behaviourFacts(
  message: Message,
  behaviour: Behaviour,
  counters: ReadonlyMap<string, Counter>,
  style: NumberStyle,
): readonly (Fact | null)[] {
  const words = valueWords(message, behaviour, { counters }, style.programBase);
  const { carries } = kindOf(message.type);
  return [
    fact('values', valuesKept(carries, behaviour, counters), words),
    behaviour.type === 'range' ? fact('curve', curveValue(behaviour.curve), curveWords(behaviour.curve)) : null,
    behaviour.type === 'relative' && behaviour.acceleration !== 1
      ? fact('fast', behaviour.acceleration, `up to ${exactNumber(behaviour.acceleration)} × a click`)
      : null,
  ];
}

/** What a message without a value keeps of its values: how it counts, or which way it is turned; nothing otherwise. */
function valuesKept(
  carries: ReturnType<typeof kindOf>['carries'],
  behaviour: Behaviour,
  counters: ReadonlyMap<string, Counter>,
): Fact['value'] {
  if (carries === 'value' || behaviour.type === 'stepping') return keptOf(behaviour, counters);
  return behaviour.type === 'click' ? ['click', behaviour.way] : null;
}

function keptOf(behaviour: Behaviour, counters: ReadonlyMap<string, Counter>): Fact['value'] {
  switch (behaviour.type) {
    case 'range':
      return ['range', behaviour.from, behaviour.to];
    case 'momentary':
      return ['momentary', behaviour.down, behaviour.up];
    case 'latching':
      return ['latching', behaviour.first, behaviour.second];
    case 'fixed':
      return ['fixed', behaviour.value];
    case 'click':
      return ['click', behaviour.way, behaviour.value];
    case 'relative':
      return ['relative', behaviour.coding];
    case 'stepping': {
      const counter = countingOf(counters, behaviour);
      const struck = behaviour.velocity === undefined ? [] : [behaviour.velocity];
      return counter
        ? [
            'stepping',
            counter.id,
            counter.from,
            counter.to,
            counter.step,
            counter.atEnd,
            counter.start,
            counter.firstPress,
            ...struck,
          ]
        : ['stepping', behaviour.counterId, ...struck];
    }
    default:
      return exhaustive(behaviour);
  }
}
