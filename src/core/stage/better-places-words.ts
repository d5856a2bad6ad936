// What a player reads of a better place.
import { counted } from '../base';
import { doneAt, meantNames } from '../commands';
import type { RigIndex } from '../rig';
import type { BetterPlace, BetterPlaces } from './better-places';
import { namedPlace } from './words';

/** What goes where, what that saves, and what it takes to enter it. */
export function betterPlaceWords(
  index: RigIndex,
  { way, controller, from, to, saves, travel, lines, minutes }: BetterPlace,
): { readonly head: string; readonly lines: readonly string[] } {
  const several = index.rig.controllers.length > 1 ? ` on ${controller.name}` : '';
  const at = (spot: BetterPlace['from']): string =>
    `${spot.control.name}${spot.place.bank === null ? '' : ` in ${namedPlace(controller, spot.place.bank)}`}`;
  const does = (spot: BetterPlace['from']): string =>
    doneAt(index, spot.control, spot.place)
      .map((a) => meantNames(index, a))
      .join(', ');
  const swapped = [does(from), does(to)].filter((names) => names !== '').join(' and ');
  const cm = Math.round(travel / 10);
  return {
    head:
      way === 'swap'
        ? `Swap ${from.control.name} and ${at(to)}${several}: ${swapped}`
        : `Move ${at(from)} to ${at(to)}${several}: ${does(from)}`,
    lines: [
      ...(saves > 0 ? [`The whole set takes ${counted(saves, 'gesture')} fewer.`] : []),
      ...(cm > 0 ? [`The foot goes ${cm} cm less.`] : cm < 0 ? [`The foot goes ${-cm} cm more.`] : []),
      lines === 0
        ? 'Nothing of it was entered yet.'
        : `${counted(lines, 'line')} to enter again, about ${counted(Math.max(1, minutes), 'minute')}.`,
    ],
  };
}

/** What can be said where nothing is offered, and of what was not tried. */
export function betterPlacesWords({ offers, tried, of }: BetterPlaces): string {
  const rest = tried < of ? ` ${of - tried} of ${counted(of, 'change')} were not tried.` : '';
  if (of === 0) return 'Nothing that the set presses could stand anywhere else.';
  if (offers.length > 0)
    return tried < of ? `The best of those that were tried.${rest}` : 'All moves and swaps of one function were played.';
  return `${tried < of ? 'Of those that were tried' : 'Of all moves and swaps of one function'} none saves anything without making a section worse.${rest}`;
}
