'use client';

// What stands at a control for its function, on a display or on tape, and what its light shows and follows.
import { changeAssignment } from '@/core/commands';
import {
  type Assignment,
  type Control,
  type Controller,
  type Edit,
  lightColours,
  lightSourceSchema,
  rowSchemas,
} from '@/core/rig';
import { ColourMark } from '../primitives/colour-mark';
import { cx } from '../primitives/cx';
import { Field, Select } from '../primitives/field';
import { SchemaText } from '../primitives/text-field';

interface Props {
  readonly controller: Controller;
  readonly control: Control;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
}

const { textShort, textLong, colour } = rowSchemas.assignments.shape;

export function TextsAndLight({ controller, control, assignment, edit }: Props) {
  const { display } = control;
  return (
    <section className="flex flex-col gap-2.5 rounded-md border px-3 py-2.5">
      <h3 className="text-xs font-semibold">{display ? 'On its display and on tape' : 'On tape and on the sheet'}</h3>
      <Text label="Short text" most={display?.short ?? null} value={assignment.textShort}>
        {(id) => (
          <SchemaText
            id={id}
            className="w-full font-mono"
            value={assignment.textShort}
            schema={textShort}
            onValue={(text) => edit(changeAssignment(assignment, { textShort: text }, 'Change the text'))}
          />
        )}
      </Text>
      <Text label="Long text" most={display?.long ?? null} value={assignment.textLong}>
        {(id) => (
          <SchemaText
            id={id}
            value={assignment.textLong}
            schema={textLong}
            onValue={(text) => edit(changeAssignment(assignment, { textLong: text }, 'Change the text'))}
          />
        )}
      </Text>
      <div className="grid grid-cols-2 gap-2.5">
        <ColourField
          label={control.light === 'colour' ? 'Colour while on' : 'Colour'}
          value={assignment.colour}
          onValue={(text) => edit(changeAssignment(assignment, { colour: text }, 'Change the colour'))}
        />
        {(control.light === 'colour' || assignment.colourOff !== '') && (
          <ColourField
            label="Colour while off"
            value={assignment.colourOff}
            onValue={(text) => edit(changeAssignment(assignment, { colourOff: text }, 'Change the colour'))}
          />
        )}
      </div>
      {(control.light !== 'none' || assignment.lightBy !== 'controller') && (
        <LightSourceField controller={controller} assignment={assignment} edit={edit} />
      )}
    </section>
  );
}

/** A text with how much of the display it fills. */
function Text({
  label,
  most,
  value,
  children,
}: {
  readonly label: string;
  readonly most: number | null;
  readonly value: string;
  readonly children: (id: string) => React.ReactNode;
}) {
  return (
    <div className="relative">
      <Field label={label}>{children}</Field>
      {most !== null && (
        <span className={cx('absolute top-0 right-0 font-mono text-xs', value.length > most ? 'text-stop' : 'text-ink-2')}>
          {value.length} of {most}
        </span>
      )}
    </div>
  );
}

function ColourField({
  label,
  value,
  onValue,
}: {
  readonly label: string;
  readonly value: string;
  readonly onValue: (text: string) => boolean;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <span className="flex items-center gap-1.5">
          <SchemaText id={id} list={`${id}-colours`} value={value} schema={colour} onValue={onValue} className="w-full min-w-0" />
          <datalist id={`${id}-colours`}>
            {lightColours.map(({ name }) => (
              <option key={name} value={name} />
            ))}
          </datalist>
          <ColourMark name={value} size={16} />
        </span>
      )}
    </Field>
  );
}

const sourceWords = {
  'own-state': 'its own state',
  feedback: 'what is sent back',
  host: 'what the host decides',
} as const;

function LightSourceField({ controller, assignment, edit }: Pick<Props, 'controller' | 'assignment' | 'edit'>) {
  return (
    <Field label="Its light follows">
      {(id) => (
        <Select
          id={id}
          value={assignment.lightBy}
          onChange={(e) => {
            const lightBy = lightSourceSchema.safeParse(e.target.value);
            if (lightBy.success) edit(changeAssignment(assignment, { lightBy: lightBy.data }, 'What the light follows'));
          }}
        >
          <option value="controller">
            as all of {controller.name}: {sourceWords[controller.firmware.lights]}
          </option>
          {(['own-state', 'feedback', 'host'] as const).map((by) => (
            <option key={by} value={by}>
              {sourceWords[by]}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}
