// What a wire goes over, as it is said.
import type { Wire } from '@/core/rig';

/** In the order of lists. */
export const transports: ReadonlyArray<readonly [Wire['transport'], string]> = [
  ['usb', 'USB'],
  ['din', 'DIN'],
  ['bluetooth', 'Bluetooth'],
  ['network', 'network'],
  ['virtual', 'inside the computer'],
];

export const transportName = (of: Wire['transport']): string => transports.find(([t]) => t === of)?.[1] ?? of;
