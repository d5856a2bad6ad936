// What is sent by no function: on arriving at a bank or page, and by the tap of a modifier.
import { type Arrival, type Controller, isTapped, opening, type RigIndex, type Send } from '../rig';
import { type Sender, senderOnArriving, sendsOnArriving } from './arrival-sends';

export interface SentBesides {
  readonly about: 'arrivals' | 'layers';
  /** The arrival, or the layer whose modifier is tapped. */
  readonly id: string;
  /** The place that is arrived at, or the modifier that is tapped, by name. */
  readonly where: string;
  readonly sender: Sender;
  readonly sends: readonly Send[];
}

const placeOf = ({ bankNames }: Controller, { bank, page }: Arrival): string =>
  [bank === null ? (page === null ? 'any bank' : '') : bankNames[bank - 1] || `bank ${bank}`, page === null ? '' : `page ${page}`]
    .filter((t) => t !== '')
    .join(', ');

/** What a controller sends on arriving at its banks and pages, in their order. */
export const sentOnArriving = (index: RigIndex, controller: Controller): readonly SentBesides[] =>
  (index.arrivalsOf.get(controller.id) ?? []).flatMap((arrival) => {
    const sender = senderOnArriving(index, arrival);
    if (sender === null) return [];
    return [{ about: 'arrivals', id: arrival.id, where: placeOf(controller, arrival), sender, sends: sendsOnArriving(arrival) }];
  });

/** Both, in that order. */
export const sentBesides = (index: RigIndex, controller: Controller): readonly SentBesides[] => [
  ...sentOnArriving(index, controller),
  ...sentByTaps(index, controller),
];

/** What the modifiers of a controller send when they are tapped, layer by layer. */
export const sentByTaps = (index: RigIndex, { id: controllerId }: Pick<Controller, 'id'>): readonly SentBesides[] =>
  index.rig.layers.flatMap((layer) => {
    const { tap, id } = layer;
    const [control] = opening(index, layer);
    if (control?.controllerId !== controllerId || !isTapped(layer)) return [];
    const sends = tap.flatMap((a) => (a.type === 'send' ? [a] : []));
    const sender = { id, controlId: control.id, layerId: null };
    return [{ about: 'layers', id, where: control.name, sender, sends }];
  });
