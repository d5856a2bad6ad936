'use client';

// A written form of a player's own for one unit: a template over the lines of its sheet, with what it writes beside it.

import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import { type Controller, type Edit, type RigIndex, set, type Target, type WrittenForm, writtenFormSchema } from '@/core/rig';
import { type FormData, formData } from '@/core/sheets';
import { shippedForms, type Written } from '@/forms';
import { Button } from '../primitives/button';
import { Field, Select } from '../primitives/field';
import { saveFile } from '../primitives/save-file';
import { TextField, textProblem } from '../primitives/text-field';
import { useWritten } from './use-written';

interface Props {
  readonly index: RigIndex;
  readonly unit: Controller | Target;
  readonly edit: (edit: Edit) => boolean;
}

/** Characters of what is written that are shown. */
const SHOWN = 20_000;

export function WrittenFormOf({ index, unit, edit }: Props) {
  const put = (form: WrittenForm | null): boolean =>
    edit('firmware' in unit ? set('controllers', unit, 'form', form) : set('targets', unit, 'form', form));
  const { form } = unit;
  return (
    <section aria-label="Written form">
      <div className="flex max-w-[980px] flex-wrap items-center gap-3 pb-2">
        <h2 className="shrink-0 font-semibold">Written form</h2>
        <p className="min-w-0 flex-1 text-xs text-ink-2">
          The lines of {unit.name} as a file that a program of yours reads: a configuration, a script, a list.
        </p>
        {form === null ? (
          <Select
            aria-label="Begin a written form"
            className="w-56"
            value=""
            onChange={(e) => {
              const begun = shippedForms.find((f) => f.name === e.target.value);
              if (begun) put(begun.form);
            }}
          >
            <option value="">begin with…</option>
            {shippedForms.map((f) => (
              <option key={f.name} value={f.name}>
                {f.name}
              </option>
            ))}
          </Select>
        ) : (
          <Button size="small" onClick={() => put(null)}>
            Delete it
          </Button>
        )}
      </div>
      {form !== null && <FormEditor key={unit.id} index={index} unit={unit} form={form} put={put} />}
    </section>
  );
}

function FormEditor({
  index,
  unit,
  form,
  put,
}: {
  readonly index: RigIndex;
  readonly unit: Controller | Target;
  readonly form: WrittenForm;
  readonly put: (form: WrittenForm | null) => boolean;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const data = useMemo(() => formData(index, unit.id), [index, unit.id]);
  const template = typed ?? form.template;
  const written = useWritten(template, data);
  const leave = (): void => {
    if (typed === null) return;
    const read = writtenFormSchema.shape.template.safeParse(typed);
    setProblem(read.success ? null : textProblem(read.error.issues[0]?.message));
    if (read.success && put({ ...form, template: read.data })) setTyped(null);
  };
  return (
    <div className="flex max-w-[1200px] flex-col gap-3 rounded-md border bg-sheet p-3">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-56">
          <TextField
            label="Name of the file"
            value={form.fileName}
            schema={writtenFormSchema.shape.fileName}
            onValue={(fileName) => put({ ...form, fileName })}
          />
        </div>
        <Told written={written} data={data} />
        <Button
          className="ml-auto"
          disabled={written?.type !== 'written'}
          onClick={() => written?.type === 'written' && saveFile(new Blob([written.text], { type: 'text/plain' }), form.fileName)}
        >
          <Download size={15} aria-hidden /> Save the file
        </Button>
      </div>
      <div className="grid grid-cols-2 gap-3 max-[900px]:grid-cols-1">
        <Field label="Template" {...(problem === null ? {} : { error: problem })}>
          {(id) => (
            <textarea
              id={id}
              rows={16}
              spellCheck={false}
              className="w-full rounded-sm border border-control-edge bg-sheet px-2 py-1.5 font-mono text-xs whitespace-pre"
              value={template}
              onChange={(e) => setTyped(e.target.value)}
              onBlur={leave}
            />
          )}
        </Field>
        <Field label="What it writes">
          {(id) => (
            <textarea
              id={id}
              rows={16}
              readOnly
              spellCheck={false}
              className="w-full rounded-sm border bg-film px-2 py-1.5 font-mono text-xs whitespace-pre"
              value={written?.type === 'written' ? written.text.slice(0, SHOWN) : ''}
            />
          )}
        </Field>
      </div>
      <Hints />
    </div>
  );
}

function Told({ written, data }: { readonly written: Written | null; readonly data: FormData | null }) {
  if (written === null)
    return <p className="pb-2 text-xs text-ink-2">{data === null ? 'There is nothing to write.' : 'Writing…'}</p>;
  if (written.type === 'written')
    return (
      <p className="pb-2 text-xs text-ink-2">
        {written.text.split('\n').length} lines{written.text.length > SHOWN ? ', of which the beginning is shown' : ''}
      </p>
    );
  return (
    <p role="alert" className="pb-2 text-xs font-medium text-stop">
      {written.line === null ? '' : `Line ${written.line}: `}
      {written.why}
    </p>
  );
}

const Hints = () => (
  <details className="text-xs text-ink-2">
    <summary>What can stand in a template</summary>
    <div className="flex flex-col gap-1 pt-2">
      <p>
        Text as it is to stand there; <code>{'{% for line in lines %} … {% endfor %}'}</code> for every line;{' '}
        <code>{'{{ line.parameter }}'}</code>, <code>{'{{ line.control }}'}</code>, <code>{'{{ line.message.number }}'}</code>,{' '}
        <code>{'{{ line.message.channel }}'}</code>, <code>{'{{ line.values.from }}'}</code>, <code>{'{{ line.from }}'}</code>,{' '}
        <code>{'{{ line.says.values }}'}</code> as the sheet says it; <code>{'{{ unit.name }}'}</code>,{' '}
        <code>{'{{ rig.name }}'}</code>.
      </p>
      <p>
        Numbers: <code>zero_based</code> counts from 0, <code>hex: 2</code> is hexadecimal, <code>note_name: 4</code> names a key,{' '}
        <code>percent: line.lowest, line.highest</code>. It ends after two seconds, and reads nothing but these lines.
      </p>
    </div>
  </details>
);
