'use client';
// The MIDI clock that a controller sends by itself.
import { usualTempo } from '@/core/receiver';
import type { Controller } from '@/core/rig';
import { clockBpmSchema } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { NumberField } from '../primitives/number-field';

export function OwnClock({
  clock,
  onChange,
}: {
  readonly clock: Controller['clock'];
  readonly onChange: (clock: Controller['clock']) => boolean;
}) {
  return (
    <>
      <Choice
        label="MIDI clock of its own"
        value={clock === null ? 'none' : 'sends'}
        options={[
          ['none', 'sends none'],
          ['sends', 'sends one'],
        ]}
        onChange={(to) => onChange(to === 'none' ? null : { bpm: clock?.bpm ?? usualTempo.bpm })}
      />
      {clock !== null && (
        <NumberField
          label="It begins at"
          hint="beats a minute; a switch can tap it or set it"
          unit="BPM"
          value={clock.bpm}
          schema={clockBpmSchema}
          onValue={(bpm) => onChange({ bpm })}
        />
      )}
    </>
  );
}
