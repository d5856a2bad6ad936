// The cells of the list of assignments: what each says of a function.
import { createContext, useContext } from 'react';
import { exhaustive } from '@/core/base';
import { outcomeWords, showValue } from '@/core/bench';
import { type Finding, gravest } from '@/core/checks';
import { landingsFor } from '@/core/commands';
import { kindOf, shortName } from '@/core/midi';
import {
  type Assignment,
  actionWords,
  alternates,
  type Behaviour,
  onTurn,
  type RigIndex,
  type Send,
  standInOf,
} from '@/core/rig';
import { placeWords } from '@/core/sheets';
import type { Show } from '../place/use-place';
import { cx } from '../primitives/cx';
import { SeverityMark } from '../primitives/marks';
import type { RigState } from '../store/rig-store';

/** What the cells of the lines in sight draw from. The columns are the same for good: others would build every cell anew. */
export interface Drawn {
  readonly index: RigIndex;
  readonly outcomes: RigState['outcomes'];
  readonly findings: RigState['findings'];
  readonly show: Show;
}
export const DrawnContext = createContext<Drawn | null>(null);

function useDrawn(): Drawn {
  const drawn = useContext(DrawnContext);
  if (!drawn) throw new Error('used outside of the list');
  return drawn;
}

interface CellProps {
  readonly assignment: Assignment;
}

export function Named({ assignment }: CellProps) {
  const { index, show } = useDrawn();
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const text = control?.name ?? '?';
  const tail = assignment.gesture.type;
  const place = show === 'place' || !controller ? '' : placeWords(index, controller, assignment);
  return (
    <span title={`${text} ${tail}${place === '' ? '' : `, ${place}`}`}>
      <span className="font-semibold">{text}</span> {tail}
      {place !== '' && <span className="text-xs text-ink-2"> {place}</span>}
    </span>
  );
}

export const sendsOf = ({ actions }: Assignment) => actions.flatMap((a) => (a.type === 'send' ? [a] : []));

export function Sends({ assignment }: CellProps) {
  const { index } = useDrawn();
  // In a layer of the host the hardware sends what it sends in Base.
  const sent = standInOf(index, assignment) ?? assignment;
  const [send] = sendsOf(sent);
  const controller = index.controllers.get(index.controls.get(sent.controlId)?.controllerId ?? '');
  return (
    <span className="font-mono text-xs">
      {send ? sentWords(sent, send) : sent.actions.map((a) => actionWords(controller, a)).join(', ')}
    </span>
  );
}

export function Moves({ assignment }: CellProps) {
  const { index } = useDrawn();
  // Two messages for one parameter, one for each way or in turn, move one.
  const meant = new Set(sendsOf(assignment).flatMap((s) => s.meant));
  const [first, ...more] = [...meant].map((id) => index.parameters.get(id)?.name ?? '?');
  return more.length > 0 ? `${first} + ${more.length}` : first;
}

export function Range({ assignment }: CellProps) {
  return <span className="text-ink-2">{rangeWords(useDrawn().index, assignment)}</span>;
}

export function rangeWords(index: RigIndex, assignment: Assignment): string {
  const [send] = sendsOf(assignment);
  const landing = send ? landingsFor(index, assignment, send)[0] : undefined;
  const parameter = landing && index.parameters.get(landing.parameterId);
  if (!landing || !parameter || parameter.kind === 'trigger') return '';
  if (landing.mode === 'set') return showValue(parameter, landing.setValue);
  const between = parameter.kind === 'continuous' ? '→' : '–';
  return `${showValue(parameter, landing.from)} ${between} ${showValue(parameter, landing.to)}`;
}

/** A title as it reads behind a mark: small at first, unless it begins with a name or with capitals. */
function inMidSentence(title: string, { facts }: Finding): string {
  const named = Object.values(facts).some((fact) => typeof fact === 'string' && fact !== '' && title.startsWith(fact));
  return named || !/^[A-Z][a-z ]/.test(title) ? title : title.charAt(0).toLowerCase() + title.slice(1);
}

export function Result({ assignment }: CellProps) {
  const { index, outcomes, findings } = useDrawn();
  const finding = gravest(findings.get(assignment.id));
  const outcome = outcomes.get(assignment.id);
  if (finding) {
    const words = finding.title.replace(/\.$/, '');
    return (
      <span className={cx('flex items-center gap-1.5', finding.severity === 'stop' ? 'text-stop' : 'text-caution')} title={words}>
        <SeverityMark severity={finding.severity} size={14} />
        <span className="truncate">{inMidSentence(words, finding)}</span>
      </span>
    );
  }
  if (!outcome) return <span className="text-ink-3">…</span>;
  const words = outcomeWords(outcome, index.parameters);
  return (
    <span className="text-ink-2" title={words}>
      {words}
    </span>
  );
}

/** The first message with its values, where it carries some; of two lists in turn the first of each. */
function sentWords({ actions }: Assignment, send: Send): string {
  const words = ({ message, behaviour }: Send): string => {
    const plain = kindOf(message.type).carries !== 'value' && behaviour.type === 'fixed';
    return plain ? shortName(message) : `${shortName(message)} ${shortValues(behaviour)}`;
  };
  const other = alternates(actions)
    ? onTurn(actions, 'second').find((a) => a.type === 'send')
    : send.behaviour.type === 'click'
      ? actions.find((a) => a.type === 'send' && a.behaviour.type === 'click' && a.behaviour.way === 'down')
      : undefined;
  return other?.type === 'send' && other !== send ? `${words(send)} / ${words(other)}` : words(send);
}

function shortValues(behaviour: Behaviour): string {
  switch (behaviour.type) {
    case 'range':
      return `${behaviour.from}→${behaviour.to}`;
    case 'latching':
      return `${behaviour.first}/${behaviour.second}`;
    case 'momentary':
      return `${behaviour.down} held ${behaviour.up}`;
    case 'fixed':
      return `${behaviour.value}`;
    case 'click':
      return `${behaviour.value} ${behaviour.way}`;
    case 'stepping':
      return 'counter';
    case 'relative':
      return 'clicks';
    default:
      return exhaustive(behaviour);
  }
}

/** The channels on which it sends. */
export function Channel({ assignment }: CellProps) {
  const channels = sendsOf(assignment).flatMap(({ message }) => ('channel' in message ? [message.channel] : []));
  return <span className="font-mono text-xs">{[...new Set(channels)].join(', ')}</span>;
}

/** What stands on its display. */
export function Text({ assignment }: CellProps) {
  return assignment.textShort;
}
