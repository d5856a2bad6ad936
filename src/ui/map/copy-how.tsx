// How something is carried to another place: what becomes of it, of its numbers, and of what is there.
import type { CopyWish } from '@/core/commands';
import { Choice } from '../primitives/choice';
import { Switch } from '../primitives/switch';

export type How = Pick<CopyWish, 'way' | 'numbers' | 'over'>;

export function CopyWay({ how, change }: { readonly how: How; readonly change: (to: How) => void }) {
  return (
    <Choice
      label="What to do"
      value={how.way}
      options={[
        ['copy', 'copy'],
        ['move', 'move'],
        ['swap', 'swap with what is there'],
      ]}
      onChange={(way) => change({ ...how, way })}
    />
  );
}

/** What is asked of a copy alone, and of all but a swap. */
export function CopyNumbersAndOver({ how, change }: { readonly how: How; readonly change: (to: How) => void }) {
  const { way, numbers, over } = how;
  return (
    <>
      {way === 'copy' && (
        <Choice
          label="Its numbers"
          value={numbers}
          options={[
            ['same', 'the same'],
            ['new', 'new ones'],
          ]}
          onChange={(to) => change({ ...how, numbers: to })}
        />
      )}
      {way !== 'swap' && (
        <Switch
          className="self-end pb-1.5"
          label="in place of what is there"
          on={over}
          onChange={(to) => change({ ...how, over: to })}
        />
      )}
    </>
  );
}
