'use client';
// What a controller's firmware can do, beyond what most players touch: lists of ticks and choices.
import { gestureTypes } from '@/core/commands';
import { codingWords, kindOf, messageTypes } from '@/core/midi';
import { type Firmware, firmwareSchema, type GestureType, gestureNames } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { NumberField } from '../primitives/number-field';
import { More, Ticks } from './ability-parts';
import { AfterABankChange } from './after-a-bank-change';

const encoderWords = (mode: Firmware['encoderModes'][number]): string =>
  mode === 'absolute' ? 'positions' : mode === 'each-way' ? 'a message for each way' : `clicks as ${codingWords[mode]}`;

export function FirmwareAbilities({
  firmware,
  tune,
}: {
  readonly firmware: Firmware;
  readonly tune: (changes: Partial<Firmware>) => boolean;
}) {
  const time = (field: 'doubleTapMs' | 'repeatMs' | 'chordMs', label: string) => (
    <NumberField
      label={label}
      fact={field}
      unit="ms"
      value={firmware[field]}
      schema={firmwareSchema.shape[field]}
      onValue={(ms) => tune({ [field]: ms })}
    />
  );
  return (
    <More title="What it can send, and which gestures it knows">
      <Ticks
        label="Kinds of message"
        fact="messages"
        all={messageTypes}
        chosen={firmware.messages}
        words={(t) => kindOf(t).name}
        onChange={(messages) => messages.length > 0 && tune({ messages })}
      />
      <Ticks<GestureType>
        label="Gestures"
        fact="gestures"
        all={gestureTypes}
        chosen={firmware.gestures}
        words={(g) => gestureNames[g]}
        onChange={(gestures) => tune({ gestures })}
      />
      <Ticks
        label="Encoders send"
        fact="encoderModes"
        all={firmwareSchema.shape.encoderModes.element.options}
        chosen={firmware.encoderModes}
        words={encoderWords}
        onChange={(encoderModes) => tune({ encoderModes })}
      />
      <div className="grid grid-cols-3 gap-3">
        {time('doubleTapMs', 'Double tap within, ms')}
        {time('repeatMs', 'Repeats every, ms')}
        {time('chordMs', 'Chord within, ms')}
        <Choice
          label="Release after a double tap"
          fact="releaseAfterDoubleTap"
          value={firmware.releaseAfterDoubleTap}
          options={[
            ['fires', 'fires too'],
            ['suppressed', 'does not fire'],
          ]}
          onChange={(releaseAfterDoubleTap) => tune({ releaseAfterDoubleTap })}
        />
        <Choice
          label="A release is looked up"
          fact="releaseLookup"
          value={firmware.releaseLookup}
          options={[
            ['press-layer', 'where it was pressed'],
            ['current-layer', 'where the panel is now'],
          ]}
          onChange={(releaseLookup) => tune({ releaseLookup })}
        />
        <AfterABankChange firmware={firmware} tune={tune} />
      </div>
    </More>
  );
}
