// Where the player wants to stand in a section: said controller by controller, or by one bank as older rigs did.
import type { Lookup } from '../base';
import { layersOn, modifiersOf } from './layers';
import type { Control, Controller, Layer, Rig, SongSection, StandAt } from './schema';

/**
 * Where controllers should stand in a section. A bank without a controller is one of the first controller that has so many; where none has, of the first one with banks at all: what
 * nothing leads to is told, not left out.
 */
export function standsOf(
  rig: Pick<Rig, 'controllers'>,
  { bank, stands = [] }: Pick<SongSection, 'bank' | 'stands'>,
): readonly StandAt[] {
  const banked = rig.controllers.filter((c) => c.firmware.banks > 1);
  const own = bank === null ? undefined : (banked.find((c) => c.firmware.banks >= bank) ?? banked[0]);
  if (!own || stands.some((s) => s.controllerId === own.id)) return stands;
  return [{ controllerId: own.id, bank, page: null, layerIds: null }, ...stands];
}

/** Whether anything is said of where to stand at all. */
export const saysWhere = ({ bank, page, layerIds }: StandAt): boolean => bank !== null || page !== null || layerIds !== null;

/** The layers that can be left open on a controller: made in it, opened by one of its controls, and not only for as long as that is held. */
export const layersToStandIn = (rig: Rig, controls: Lookup<string, Control>, { id }: Pick<Controller, 'id'>): readonly Layer[] =>
  layersOn(rig, id).filter(
    (l) =>
      l.madeIn === 'controller' && l.mode !== 'while-held' && modifiersOf(l).some((m) => controls.get(m)?.controllerId === id),
  );
