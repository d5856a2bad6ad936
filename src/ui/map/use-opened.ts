'use client';
// Which dialog of the map is open, and what opens each.
import { useCallback, useState } from 'react';
import type { Layer } from '@/core/rig';
import type { Opened, Wanted } from './map-dialogs';
import type { Copying } from './panel-commands';

export function useOpened() {
  const [opened, setOpened] = useState<Opened | null>(null);
  return {
    opened,
    setOpened,
    pick: (wanted: Wanted): void => setOpened({ type: 'pick', for: wanted }),
    copy: (copying: Copying): void => setOpened({ type: 'copy', copying }),
    copyPlace: useCallback((): void => setOpened({ type: 'copy-place' }), []),
    openLayer: useCallback((layer: Layer | null = null): void => setOpened({ type: 'layer', layer }), []),
  };
}
