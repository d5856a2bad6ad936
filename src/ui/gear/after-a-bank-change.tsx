'use client';

// What a controller keeps, sends again and saves from one bank to the next, and as it is switched on.
import type { Firmware } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { StartsAt } from './starts-at';

interface Props {
  readonly firmware: Firmware;
  readonly tune: (changes: Partial<Firmware>) => boolean;
}

export function AfterABankChange({ firmware, tune }: Props) {
  return (
    <>
      <Choice
        label="Lights show"
        fact="lights"
        value={firmware.lights}
        options={[
          ['own-state', 'what the switch sent'],
          ['feedback', 'what is sent back'],
        ]}
        onChange={(lights) => tune({ lights })}
      />
      <Choice
        label="On a bank change, alternating switches"
        fact="togglesSurviveBankChange"
        value={firmware.togglesSurviveBankChange ? 'yes' : 'no'}
        options={[
          ['yes', 'remember'],
          ['no', 'begin again'],
        ]}
        onChange={(v) => tune({ togglesSurviveBankChange: v === 'yes' })}
      />
      <Choice
        label="On a bank change, positions"
        fact="resendsPositions"
        value={firmware.resendsPositions ? 'yes' : 'no'}
        options={[
          ['no', 'are not sent'],
          ['yes', 'are sent again'],
        ]}
        onChange={(v) => tune({ resendsPositions: v === 'yes' })}
      />
      <Choice
        label="Its own buttons for banks and pages"
        fact="bankButtons"
        value={firmware.bankButtons ? 'yes' : 'no'}
        options={[
          ['yes', 'has some'],
          ['no', 'has none: it is reached only by what is assigned to it'],
        ]}
        onChange={(v) => tune({ bankButtons: v === 'yes' })}
      />
      <Choice
        label="Saved together"
        fact="saves"
        value={firmware.saves ?? 'bank'}
        options={[
          ['bank', firmware.pages > 1 ? 'a bank with its pages' : 'a bank'],
          ...(firmware.pages > 1 ? [['page', 'a page of a bank'] as const] : []),
          ['slot', 'everything in a slot'],
        ]}
        onChange={(saves) => tune({ saves })}
      />
      <WithSomethingConnected firmware={firmware} tune={tune} />
      {firmware.banks * firmware.pages > 1 && <StartsAt firmware={firmware} tune={tune} />}
    </>
  );
}

/** What it makes of an editor and of a switch at its jacks. */
function WithSomethingConnected({ firmware, tune }: Props) {
  return (
    <>
      <Choice
        label="While its editor is connected"
        fact="whileEdited"
        value={firmware.whileEdited ?? 'works'}
        options={[
          ['works', 'it works as ever'],
          ['silent', 'it sends nothing'],
        ]}
        onChange={(whileEdited) => tune({ whileEdited })}
      />
      <Choice
        label="A switch that opens when pressed"
        fact="sensesPolarity"
        value={firmware.sensesPolarity ? 'yes' : 'no'}
        options={[
          ['no', 'works the wrong way round'],
          ['yes', 'is sensed at switching on'],
        ]}
        onChange={(v) => tune({ sensesPolarity: v === 'yes' })}
      />
    </>
  );
}
