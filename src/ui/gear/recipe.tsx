'use client';

// Where a controller is programmed, its slots, and the key-by-key recipe for hardware that is programmed at the panel.

import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { type Control, type Controller, type Firmware, firmwareSchema, type RigIndex } from '@/core/rig';
import {
  exampleValues,
  isProgrammed,
  linesOfFunction,
  type RecipeValues,
  recipeBlanks,
  recipeValues,
  writeRecipe,
} from '@/core/sheets';
import { showNumber } from '@/core/values';
import { Choice } from '../primitives/choice';
import { Field } from '../primitives/field';
import { NumberField } from '../primitives/number-field';
import { textProblem } from '../primitives/text-field';
import { useRig } from '../store/provider';

export function Recipe({
  controller,
  controls,
  tune,
}: {
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly tune: (changes: Partial<Firmware>) => boolean;
}) {
  const { firmware } = controller;
  const whole = (field: 'userSlots' | 'readOnlySlots' | 'messagesPerGesture' | 'banks' | 'pages' | 'counters', label: string) => (
    <NumberField
      label={label}
      fact={field}
      value={firmware[field]}
      schema={firmwareSchema.shape[field]}
      onValue={(n) => tune({ [field]: n })}
    />
  );
  return (
    <section aria-label="How it is programmed">
      <h2 className="pb-2 font-semibold">How it is programmed</h2>
      <div className="grid max-w-[720px] grid-cols-4 gap-3 max-[1000px]:grid-cols-2">
        <Choice
          label="Programmed"
          fact="programmedAt"
          value={firmware.programmedAt}
          options={[
            ['panel', 'at its panel'],
            ['editor', 'in an editor program'],
            ['browser', 'in a browser'],
          ]}
          onChange={(programmedAt) => tune({ programmedAt })}
        />
        {whole('userSlots', 'Slots to write to')}
        {whole('readOnlySlots', 'Slots that stay as they are')}
        {whole('messagesPerGesture', 'Messages on one gesture')}
        {whole('banks', 'Banks')}
        {whole('pages', 'Pages')}
        {whole('counters', 'Counters')}
      </div>
      {firmware.programmedAt === 'panel' && (
        <RecipeText key={controller.id} controls={controls} recipe={firmware.recipe} tune={tune} />
      )}
    </section>
  );
}

function RecipeText({
  controls,
  recipe,
  tune,
}: {
  readonly controls: readonly Control[];
  readonly recipe: string;
  readonly tune: (changes: Partial<Firmware>) => boolean;
}) {
  const [text, setText] = useState(recipe);
  const fits = firmwareSchema.shape.recipe.safeParse(text);
  const index = useRig((s) => s.index);
  const { name, values } = useMemo(() => shownFor(index, controls), [index, controls]);
  const written = writeRecipe(text, values);
  return (
    <div className="grid grid-cols-2 gap-5 pt-3">
      <Field
        label="Recipe for one switch, a step each sentence"
        hint={`Places: ${recipeBlanks.map((p) => `{${p}}`).join(' ')}. What stands in [ ] is written for each message of a control again. The sheet writes it out for every control.`}
        error={
          written.unknown.length > 0
            ? `No such place: ${written.unknown.join(' ')}.`
            : fits.success
              ? undefined
              : textProblem(fits.error.issues[0]?.message)
        }
      >
        {(id) => (
          <textarea
            id={id}
            rows={6}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onBlur={() => text !== recipe && fits.success && tune({ recipe: text })}
            placeholder="Hold EDIT. Step on {switch}. Turn to {number}, press. Hold EDIT to keep."
            className="w-full rounded-sm border border-control-edge bg-sheet px-2 py-1.5"
          />
        )}
      </Field>
      <div>
        <p className="pb-1 text-xs font-medium text-ink-2">{name === '' ? 'So it reads' : `So it reads for ${name}`}</p>
        {written.steps.length === 0 ? (
          <p className="text-ink-2">Nothing yet.</p>
        ) : (
          <>
            <ol className="list-decimal pl-5">
              {written.steps.map((step, i) => (
                // The steps are told in order and have no other name.
                // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
                <li key={i}>{step}</li>
              ))}
            </ol>
            <p className="pt-1 text-xs text-ink-2">
              {counted(written.steps.length, 'sentence')}, {counted(written.actions, 'action')} of the hand, about{' '}
              {written.seconds < 60 ? `${written.seconds} s` : `${showNumber(Math.ceil(written.seconds / 6) / 10)} min`}.
            </p>
          </>
        )}
      </div>
    </div>
  );
}

/** The control that the recipe is shown for, with its own numbers: of what sends several messages first; else with what it sends from the factory. */
function shownFor(
  index: RigIndex,
  controls: readonly Control[],
): { readonly name: string; readonly values: readonly RecipeValues[] } {
  const own = controls.flatMap((c) => (index.assignmentsOf.get(c.id) ?? []).filter((a) => isProgrammed(index, a)));
  const sends = (a: (typeof own)[number]): number => a.actions.filter((x) => x.type === 'send').length;
  const fullest = own.reduce<(typeof own)[number] | null>((best, a) => (best && sends(best) >= sends(a) ? best : a), null);
  if (fullest && sends(fullest) > 0) {
    const values = linesOfFunction(index, fullest).map(recipeValues);
    return { name: values[0]?.switch ?? '', values };
  }
  const control = controls.find((c) => c.kind === 'footswitch' || c.kind === 'button' || c.kind === 'pad') ?? controls[0];
  return { name: control?.name ?? '', values: [exampleValues(control?.name ?? 'SW 1', control?.factory[0]?.message ?? null)] };
}
