'use client';

// What each kind of step says, large.

import { plural } from '@/core/base';
import { type RigIndex, stands } from '@/core/rig';
import { assignmentValues, type EntryStep, textOf, translatorWords } from '@/core/sheets';
import type { OutputChoice } from '../ports/use-output';
import { PanelPosition } from './panel-position';
import { Teach } from './teach';
import { Card, Facts, factsOf, List, on, placeOf, Title } from './walk-parts';

type Of<T extends EntryStep['type']> = EntryStep & { readonly type: T };

export function SetUpStep({ step }: { readonly step: Of<'set-up'> }) {
  return (
    <>
      <Title
        text={step.when === 'before' ? 'Before you begin' : 'When all is entered'}
        under={step.side === 'controller' ? 'in the controller' : 'in the software'}
        done={null}
      />
      <Card>
        <List items={step.todo} />
      </Card>
    </>
  );
}

export function LayerStep({ step }: { readonly step: Of<'layer'> }) {
  const [first] = step.lines;
  return (
    <>
      <Title
        text={first ? textOf(first, 'opens') : ''}
        under={
          step.side === 'target'
            ? 'a layer that the host makes'
            : first && textOf(first, 'control') !== ''
              ? `a layer, opened by ${textOf(first, 'control')}`
              : 'a layer that no control opens'
        }
        done={step.done ? `entered${on(step.layer.entered?.at)}` : null}
      />
      <div className="flex flex-col gap-4">
        {step.lines.map((l) => (
          <Card key={l.key}>
            {textOf(l, 'gesture') !== '' && (
              <p className="mb-3 text-xl">
                A {textOf(l, 'gesture')} of {textOf(l, 'control')} by itself{textOf(l, 'part') && `, ${textOf(l, 'part')}`}:
              </p>
            )}
            <Facts facts={factsOf(l)} />
            {textOf(l, 'from') !== '' && <p className="mt-3 text-ink-2">from {textOf(l, 'from')}</p>}
          </Card>
        ))}
      </div>
    </>
  );
}

export function PlaceStep({ step }: { readonly step: Of<'place'> }) {
  const [first] = step.lines;
  const arriving = first?.of.type === 'arrival';
  return (
    <>
      <Title
        text={arriving ? 'On arriving' : first ? textOf(first, 'group') : ''}
        under={[arriving ? 'what is done there' : 'switches that release each other', placeOf(first)]
          .filter((t) => t !== '')
          .join(', ')}
        done={step.done ? `entered${on(step.row.entered?.at)}` : null}
      />
      <div className="flex flex-col gap-4">
        {step.lines.map((l) => (
          <Card key={l.key}>
            {textOf(l, 'part') !== '' && <p className="mb-3 text-xl">{textOf(l, 'part')}</p>}
            <Facts facts={factsOf(l)} />
            {textOf(l, 'purpose') !== '' && <p className="mt-3 text-ink-2">for {textOf(l, 'purpose')}</p>}
          </Card>
        ))}
      </div>
    </>
  );
}

export function MacroStep({ step }: { readonly step: Of<'macro'> }) {
  const [head, ...moved] = step.lines;
  return (
    <>
      <Title
        text={head ? textOf(head, 'parameter') : ''}
        under="a macro: what it moves along"
        done={step.done ? `entered${on(step.macro.entered?.at)}` : null}
      />
      <Card>
        {head && <p className="mb-4 text-xl">{textOf(head, 'keeps')}.</p>}
        <Facts
          facts={moved.map((l) => {
            const curve = textOf(l, 'curve');
            return [textOf(l, 'moves'), `${textOf(l, 'range')}${curve === '' ? '' : `, ${curve}`}`] as const;
          })}
        />
      </Card>
    </>
  );
}

export function TranslatorStep({ step }: { readonly step: Of<'translator'> }) {
  return (
    <>
      <Title
        text={step.unit}
        under="the first line that fits is done"
        done={step.done ? `set up${on(step.wire.entered?.at)}` : null}
      />
      <Card>
        <ul className="flex flex-col gap-2 text-xl">
          {step.lines.map((line) => (
            <li key={line.key}>{translatorWords(line)}</li>
          ))}
        </ul>
      </Card>
    </>
  );
}

export function PresetStep({ step }: { readonly step: Of<'preset'> }) {
  const [head, ...values] = step.lines;
  return (
    <>
      <Title
        text={head ? textOf(head, 'preset') : ''}
        under={head ? `a preset of ${textOf(head, 'parameter')}` : ''}
        done={step.done ? `stored${on(step.preset.entered?.at)}` : null}
      />
      <Card>
        {head && (
          <p className="mb-4 text-xl">
            {step.preset.stored ? 'Set these, then store it. It keeps' : 'It keeps'} {textOf(head, 'keeps')}
            {textOf(head, 'rest') !== '' && `; all else ${textOf(head, 'rest')}`}.
          </p>
        )}
        <Facts facts={values.map((l) => [textOf(l, 'parameter'), textOf(l, 'sets')] as const)} />
        {values[0] && <p className="mt-3 text-ink-2">{textOf(values[0], 'preset')}</p>}
      </Card>
    </>
  );
}

export function ClearStep({ step }: { readonly step: Of<'clear'> }) {
  return (
    <>
      <Title text="Clear what is left over" under="nothing sends these any more" done={null} />
      <Card>
        <p className="mb-3 text-xl">
          Take them out there: what is still listened for can catch what is sent to something else one day.
        </p>
        <List
          items={step.lines.map(
            (l) =>
              `${textOf(l, 'parameter')}: ${factsOf(l)
                .filter(([, text]) => text !== '')
                .map(([word, text]) => `${word} ${text}`)
                .join(', ')}`,
          )}
        />
      </Card>
    </>
  );
}

export function ControlStep({ step, index }: { readonly step: Of<'control'>; readonly index: RigIndex }) {
  const values = assignmentValues(index, step.assignment);
  const [first] = step.lines;
  const reads = values.some((v) => v.reads !== null);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-8 max-[720px]:grid-cols-1 max-[720px]:gap-5">
      <div className="min-w-0">
        <Title
          text={first ? `${textOf(first, 'control')}, ${textOf(first, 'gesture')}` : step.control.name}
          under={placeOf(first)}
          done={step.done ? `entered${on(step.assignment.entered?.at)}` : null}
        />
        <div className="flex flex-col gap-4">
          {step.lines.map((l) => (
            <Card key={l.key}>
              {textOf(l, 'part') !== '' && <p className="mb-3 text-ink-2">{textOf(l, 'part')}, in this order</p>}
              <Facts facts={factsOf(l)} />
              {textOf(l, 'purpose') !== '' && <p className="mt-3 text-ink-2">for {textOf(l, 'purpose')}</p>}
              {l.limits.map((limit) => (
                <p key={limit} className="mt-1 text-caution">
                  {limit}
                </p>
              ))}
            </Card>
          ))}
          {step.recipe && step.recipe.steps.length > 0 && (
            <Card>
              <List items={step.recipe.steps} />
            </Card>
          )}
        </div>
      </div>
      <div className="flex flex-col gap-6">
        <PanelPosition index={index} control={step.control} />
        {values.length > 0 && (
          <table className="w-fit text-base">
            <caption className="sr-only">Its values as other devices show them</caption>
            <thead>
              <tr className="text-left text-sm text-ink-2">
                {['Value', 'Percent', 'Hexadecimal', ...(reads ? ['Reads as'] : [])].map((h) => (
                  <th key={h} scope="col" className="pr-5 font-normal">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="font-mono">
              {values.map((v) => (
                <tr key={`${v.hex} ${v.reads}`}>
                  <td className="pr-5">{v.value}</td>
                  <td className="pr-5">{v.percent} %</td>
                  <td className="pr-5">{v.hex}</td>
                  {reads && <td className="font-sans">{v.reads ?? ''}</td>}
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}

export function SaveStep({ step, index }: { readonly step: Of<'save'>; readonly index: RigIndex }) {
  const names = [...new Set(step.assignments.map((a) => index.controls.get(a.controlId)?.name ?? '?'))];
  const open = step.assignments.filter((a) => !stands(index, a)).length;
  return (
    <>
      <Title text="Save it now" under={step.place} done={step.done ? 'saved' : null} />
      <Card>
        <p className="text-xl">What is not saved before another slot or bank is opened is lost: {names.join(', ')}.</p>
        {open > 0 && (
          <p className="mt-3 text-caution">
            {open} of {step.assignments.length} functions here {plural(open, 'is', 'are')} not ticked as entered yet.
          </p>
        )}
      </Card>
    </>
  );
}

export function ParameterStep({
  step,
  index,
  out,
}: {
  readonly step: Of<'parameter'>;
  readonly index: RigIndex;
  readonly out: OutputChoice;
}) {
  const { by, lines } = step;
  const [landing] = step.landings;
  const names = lines.map((l) => textOf(l, 'parameter'));
  return (
    <>
      <Title
        text={names.join(', ')}
        under={step.how === 'learn' ? (names.length > 1 ? 'let them learn, all at once' : 'let it learn') : 'type it in'}
        done={step.done ? `entered${on(landing?.entered?.at)}` : null}
      />
      <div className="flex flex-col gap-4">
        {step.before.length > 0 && (
          <Card>
            <List items={step.before} />
          </Card>
        )}
        {lines.map((line, i) => (
          <Card key={line.key}>
            {i > 0 ? (
              <p className="mb-4 text-xl">The same message moves {textOf(line, 'parameter')} too:</p>
            ) : step.how === 'learn' && by ? (
              <p className="mb-4 text-xl">
                Start learning on {textOf(line, 'parameter')}, then {verbs[by.gesture] ?? by.gesture} <b>{by.control}</b>
                {by.place !== '' && <span className="text-ink-2"> ({by.place})</span>}. Then check that it shows:
              </p>
            ) : (
              <p className="mb-4 text-xl">{step.why} Type it in:</p>
            )}
            <Facts facts={factsOf(line)} />
            {i === 0 && step.caught.length > 0 && (
              <p className="mt-3 text-ink-2">
                It caught another control if it shows {step.caught.join('; ')}. Then clear it and learn again.
              </p>
            )}
            {i === 0 && by === null
              ? null
              : textOf(line, 'from') !== '' && <p className="mt-1 text-ink-2">comes from {textOf(line, 'from')}</p>}
          </Card>
        ))}
        {landing && <Teach index={index} landing={landing} out={out} />}
      </div>
    </>
  );
}

const verbs: { readonly [G in string]?: string } = {
  move: 'move',
  press: 'press',
  release: 'press and let go',
  hold: 'hold',
  'double-tap': 'tap twice',
  repeat: 'hold, until it repeats,',
  chord: 'press together with its partner',
  'hold-release': 'hold and let go',
  'tap-hold': 'tap, then hold',
  'any-release': 'press and let go',
  'latch-on': 'press, so that it goes on',
  'latch-off': 'press, so that it goes off',
};
