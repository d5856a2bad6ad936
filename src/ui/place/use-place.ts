'use client';
// Where the screen is: controller, bank, layer, control, gesture. Lives in the URL, so that a reload or a link comes back to it.
import { parseAsInteger, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useCallback, useMemo } from 'react';
import { gestureTypes, type Place } from '@/core/commands';
import type { Control, Controller, GestureType, RigIndex } from '@/core/rig';

const parsers = {
  controller: parseAsString,
  bank: parseAsInteger.withDefault(1),
  page: parseAsInteger.withDefault(1),
  layer: parseAsString,
  control: parseAsString,
  gesture: parseAsStringLiteral(gestureTypes),
  show: parseAsStringLiteral(['place', 'controller', 'rig', 'findings']).withDefault('place'),
  tape: parseAsStringLiteral(['both', 'function', 'number']).withDefault('both'),
};

export type Show = 'place' | 'controller' | 'rig' | 'findings';

export interface Where {
  readonly controller: Controller | null;
  readonly control: Control | null;
  /** Bank 0 in the URL is every bank, page 0 every page. */
  readonly place: Place;
  readonly gesture: GestureType | null;
  readonly show: Show;
  readonly tape: 'both' | 'function' | 'number';
}

export type GoTo = (
  to: Partial<{
    controller: string | null;
    bank: number;
    page: number;
    layer: string | null;
    control: string | null;
    gesture: GestureType | null;
    show: Show;
    tape: Where['tape'];
  }>,
) => void;

export function useWhere(index: RigIndex): readonly [Where, GoTo] {
  const [query, setQuery] = useQueryStates(parsers, { history: 'replace' });
  const where = useMemo<Where>(() => {
    const asked = query.control === null ? undefined : index.controls.get(query.control);
    const controller = index.controllers.get(query.controller ?? asked?.controllerId ?? '') ?? index.rig.controllers[0] ?? null;
    const control = asked && asked.controllerId === controller?.id ? asked : null;
    const banks = controller?.firmware.banks ?? 1;
    // A controller without banks has one place for each layer.
    const bank = banks === 1 || query.bank === 0 ? null : query.bank > banks || query.bank < 0 ? 1 : query.bank;
    const pages = controller?.firmware.pages ?? 1;
    const page = pages === 1 || query.page === 0 ? null : query.page > pages || query.page < 0 ? 1 : query.page;
    const layerId = query.layer !== null && index.layers.has(query.layer) ? query.layer : null;
    return {
      controller,
      control,
      place: { bank, page, layerId },
      gesture: query.gesture,
      show: query.show,
      tape: query.tape,
    };
  }, [query, index]);
  const go = useCallback<GoTo>((to) => void setQuery(to), [setQuery]);
  return [where, go];
}
