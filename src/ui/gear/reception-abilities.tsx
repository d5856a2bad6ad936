'use client';
// How a target listens, beyond what most players touch.
import { useState } from 'react';
import { parseWindows, windowProblemWords, writeWindows } from '@/core/commands';
import { codingWords, relativeCodingSchema, u7Schema } from '@/core/midi';
import { modeOf, receiveModes } from '@/core/modes';
import { type Reception, receptionSchema, tapsSchema, usualLearning, usualTaps } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { CommitInput, Field, NOT_TAKEN } from '../primitives/field';
import { NumberField } from '../primitives/number-field';
import { More, Ticks } from './ability-parts';

export function ReceptionAbilities({
  reception,
  tune,
}: {
  readonly reception: Reception;
  readonly tune: (changes: Partial<Reception>) => boolean;
}) {
  return (
    <More title="What it can hear, and when">
      <Ticks
        label="Hears a message as"
        fact="modes"
        all={receiveModes}
        chosen={reception.modes}
        words={(m) => modeOf(m).name}
        onChange={(next) => next.length > 0 && tune({ modes: next })}
      />
      <Ticks
        label="Knows clicks as"
        fact="relativeEncodings"
        all={relativeCodingSchema.options}
        chosen={reception.relativeEncodings}
        words={(c) => codingWords[c]}
        onChange={(relativeEncodings) => tune({ relativeEncodings })}
      />
      <div className="grid grid-cols-3 gap-3">
        <HearsWhen reception={reception} tune={tune} />
        <KeepsAndReturns reception={reception} tune={tune} />
        <HearsWhich reception={reception} tune={tune} />
      </div>
      <WindowsField key={writeWindows(reception.windows)} reception={reception} tune={tune} />
    </More>
  );
}

function HearsWhen({
  reception,
  tune,
}: {
  readonly reception: Reception;
  readonly tune: (changes: Partial<Reception>) => boolean;
}) {
  return (
    <>
      <Choice
        label="Of two bytes"
        fact="fourteenBit"
        value={reception.fourteenBit}
        options={[
          ['act-on-each', 'acts on each'],
          ['wait-for-low-byte', 'waits for the second'],
        ]}
        onChange={(fourteenBit) => tune({ fourteenBit })}
      />
      <Choice
        label="Listens"
        fact="scope"
        value={reception.scope}
        options={[
          ['always', 'always'],
          ['selected-track', 'while its track is selected'],
          ['focused-window', 'while its window is in front'],
          ['locked', 'locked to the controller'],
        ]}
        onChange={(scope) => tune({ scope })}
      />
      <Choice
        label="What is launched starts"
        fact="launchQuantisation"
        value={reception.launchQuantisation}
        options={[
          ['none', 'at once'],
          ['beat', 'at the next beat'],
          ['bar', 'at the next bar'],
        ]}
        onChange={(launchQuantisation) => tune({ launchQuantisation })}
      />
      <Choice
        label="Hears a number"
        fact="channels"
        value={reception.channels ?? 'one'}
        options={[
          ['one', 'on its own channel'],
          ['all', 'on any channel'],
        ]}
        onChange={(channels) => tune({ channels })}
      />
      <Choice
        label="MIDI clock"
        fact="clock"
        value={reception.clock ?? 'ignored'}
        options={[
          ['ignored', 'is not used'],
          ['followed', 'is followed'],
          ['sent', 'is sent'],
        ]}
        onChange={(clock) => tune({ clock })}
      />
      <Choice
        label="All notes off, all sound off, reset"
        fact="channelModes"
        value={reception.channelModes ?? 'ignored'}
        options={[
          ['ignored', 'does nothing'],
          ['obeyed', 'lets go and goes back to rest'],
        ]}
        onChange={(channelModes) => tune({ channelModes })}
      />
      <Learns reception={reception} tune={tune} />
      {reception.modes.some((m) => modeOf(m).taps) && <HearsTaps reception={reception} tune={tune} />}
    </>
  );
}

/** How numbers get into it. */
function Learns({ reception, tune }: { readonly reception: Reception; readonly tune: (changes: Partial<Reception>) => boolean }) {
  const learning = reception.learning ?? usualLearning;
  return (
    <>
      <Choice
        label="Numbers are entered"
        fact="learning"
        value={learning.by}
        options={[
          ['both', 'learnt or typed'],
          ['learn', 'learnt, never typed'],
          ['type', 'typed, never learnt'],
        ]}
        onChange={(by) => tune({ learning: { ...learning, by } })}
      />
      <Choice
        label="While it learns, what comes in"
        fact="learning"
        value={learning.meanwhile}
        options={[
          ['as-always', 'acts as ever'],
          ['nothing', 'sets nothing off'],
        ]}
        onChange={(meanwhile) => tune({ learning: { ...learning, meanwhile } })}
      />
      <Choice
        label="Asks what kind a control is"
        fact="asksKind"
        value={reception.asksKind ? 'yes' : 'no'}
        options={[
          ['no', 'no'],
          ['yes', 'yes: moves, stays, springs back'],
        ]}
        onChange={(v) => tune({ asksKind: v === 'yes' })}
      />
    </>
  );
}

/** How taps become a tempo. */
function HearsTaps({
  reception,
  tune,
}: {
  readonly reception: Reception;
  readonly tune: (changes: Partial<Reception>) => boolean;
}) {
  const taps = reception.taps ?? usualTaps;
  return (
    <>
      <NumberField
        label="Taps: the mean of so many intervals"
        fact="taps"
        value={taps.intervals}
        schema={tapsSchema.shape.intervals}
        onValue={(intervals) => tune({ taps: { ...taps, intervals } })}
      />
      <NumberField
        label="Taps start anew after, ms"
        fact="taps"
        unit="ms"
        value={taps.anewMs}
        schema={tapsSchema.shape.anewMs}
        onValue={(anewMs) => tune({ taps: { ...taps, anewMs } })}
      />
    </>
  );
}

function KeepsAndReturns({
  reception,
  tune,
}: {
  readonly reception: Reception;
  readonly tune: (changes: Partial<Reception>) => boolean;
}) {
  return (
    <>
      <Choice
        label="Sends values back"
        fact="feedback"
        value={reception.feedback}
        options={[
          ['none', 'no'],
          ['same-address', 'on the same address'],
        ]}
        onChange={(feedback) => tune({ feedback })}
      />
      <Choice
        label="A mapping is kept"
        fact="livesIn"
        value={reception.livesIn}
        options={[
          ['project', 'in the project'],
          ['plugin-instance', 'in this instance of the plugin'],
          ['host-wide', 'in the settings of the host'],
          ['instrument-template', 'in an instrument template'],
          ['controller-slot', 'in a slot of the controller'],
        ]}
        onChange={(livesIn) => tune({ livesIn })}
      />
      <Choice
        label="Numbers with a standard meaning"
        fact="keepsStandardMeanings"
        value={reception.keepsStandardMeanings ? 'yes' : 'no'}
        options={[
          ['no', 'have no meaning of their own'],
          ['yes', 'also do what the standard says'],
        ]}
        onChange={(v) => tune({ keepsStandardMeanings: v === 'yes' })}
      />
    </>
  );
}

function HearsWhich({
  reception,
  tune,
}: {
  readonly reception: Reception;
  readonly tune: (changes: Partial<Reception>) => boolean;
}) {
  return (
    <>
      <NumberField
        label="One click moves, % of the travel"
        fact="relativeStep"
        unit="%"
        shownTimes={100}
        value={reception.relativeStep}
        schema={receptionSchema.shape.relativeStep}
        onValue={(relativeStep) => tune({ relativeStep })}
      />
      <Field label="Ignores a jump of more than" fact="rejectGap">
        {(id) => (
          <CommitInput
            id={id}
            className="w-full"
            placeholder="none is ignored"
            value={reception.rejectGap === null ? '' : String(reception.rejectGap)}
            commit={(text) => {
              if (text.trim() === '') return tune({ rejectGap: null }) ? null : NOT_TAKEN;
              const gap = u7Schema.safeParse(Number(text));
              return gap.success ? (tune({ rejectGap: gap.data }) ? null : NOT_TAKEN) : 'Enter 0 to 127, or nothing.';
            }}
          />
        )}
      </Field>
      <Choice
        label="Ports"
        fact="tellsPortsApart"
        value={reception.tellsPortsApart ? 'yes' : 'no'}
        options={[
          ['no', 'hears all ports as one'],
          ['yes', 'it tells ports apart'],
        ]}
        onChange={(v) => tune({ tellsPortsApart: v === 'yes' })}
      />
    </>
  );
}

/** The numbers that a target takes, a run each line; empty where it takes all. */
function WindowsField({
  reception,
  tune,
}: {
  readonly reception: Reception;
  readonly tune: (changes: Partial<Reception>) => boolean;
}) {
  const before = writeWindows(reception.windows);
  const [text, setText] = useState(before);
  const parsed = parseWindows(text);
  return (
    <Field
      label="Takes only these numbers, one range per line"
      hint="For instance “cc 20-31” or “note 36-51 on 10”. Empty: it takes all."
      error={parsed.ok ? undefined : windowProblemWords(parsed.error)}
    >
      {(id) => (
        <textarea
          id={id}
          rows={3}
          spellCheck={false}
          className="w-full max-w-[420px] rounded-sm border border-control-edge bg-sheet px-2 py-1.5 font-mono text-xs"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => parsed.ok && writeWindows(parsed.value) !== before && tune({ windows: parsed.value })}
        />
      )}
    </Field>
  );
}
