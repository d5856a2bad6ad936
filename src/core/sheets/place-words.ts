// A place in words. In a file of its own: the first view of the map needs it, and nothing else of the sheet.
import type { Assignment, Controller, RigIndex } from '../rig';

/** A bank and layer as the player knows them: `Overture · Heel`, `every bank · Base`. */
export function placeWords(
  index: RigIndex,
  controller: Controller,
  place: Pick<Assignment, 'bank' | 'page' | 'layerId'>,
): string {
  const bank =
    place.bank === null
      ? controller.firmware.banks > 1
        ? 'every bank'
        : ''
      : controller.bankNames[place.bank - 1] || `Bank ${place.bank}`;
  const layer = place.layerId === null ? 'Base' : (index.layers.get(place.layerId)?.name ?? '?');
  return [bank, place.page === null ? '' : `page ${place.page}`, layer].filter((s) => s !== '').join(' · ');
}
