// The address of a function on the map.
import type { Assignment } from '@/core/rig';

/** Leads to a function where it stands; `home` is the address of its rig. */
export function functionHref(home: string, { controlId, bank, page, layerId, gesture }: Assignment): string {
  const layer = layerId === null ? '' : `&layer=${layerId}`;
  // 0 is every bank, every page: what stands in one of them may lie over it.
  return `${home}/map?control=${controlId}&bank=${bank ?? 0}&page=${page ?? 0}&gesture=${gesture.type}${layer}`;
}
