// The address of a function on the map.
import type { Assignment } from '@/core/rig';

/** Leads to a function where it stands; `home` is the address of its rig. */
export function functionHref(home: string, { controlId, bank, page, layerId, gesture }: Assignment): string {
  const layer = layerId === null ? '' : `&layer=${layerId}`;
  const onPage = page === null ? '' : `&page=${page}`;
  return `${home}/map?control=${controlId}&bank=${bank ?? 0}${onPage}&gesture=${gesture.type}${layer}`;
}
