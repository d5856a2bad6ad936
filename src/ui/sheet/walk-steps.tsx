'use client';

// What each kind of step says, large.

import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { plural } from '@/core/base';
import { type RigIndex, stands } from '@/core/rig';
import {
  alsoOf,
  assignmentValues,
  type EntryStep,
  type FactName,
  factWord,
  type SheetLine,
  textOf,
  together,
  translatorWords,
} from '@/core/sheets';
import type { OutputChoice } from '../ports/use-output';
import { cx } from '../primitives/cx';
import { PanelPosition } from './panel-position';
import { Teach } from './teach';

type Of<T extends EntryStep['type']> = EntryStep & { readonly type: T };

function Title({ text, under, done }: { readonly text: string; readonly under: string; readonly done: string | null }) {
  return (
    <header className="mb-5">
      <h2 className="text-[40px] leading-tight font-bold break-words max-[720px]:text-[30px]">{text}</h2>
      {under !== '' && <p className="text-xl text-ink-2">{under}</p>}
      {done !== null && (
        <p className="mt-1 flex items-center gap-1.5 text-verdigris">
          <Check size={18} aria-hidden /> {done}
        </p>
      )}
    </header>
  );
}

const on = (at: string | undefined): string =>
  at ? ` on ${new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}` : '';

function Facts({ facts }: { readonly facts: readonly (readonly [string, string])[] }) {
  return (
    <dl className="flex flex-wrap gap-x-8 gap-y-3">
      {facts
        .filter(([, value]) => value !== '')
        .map(([name, value]) => (
          <div key={name}>
            <dt className="text-sm text-ink-2">{name}</dt>
            <dd
              className={cx(
                'text-[28px] leading-tight font-semibold break-words max-[720px]:text-[24px]',
                /^[\d#A-G-]+$/.test(value) && 'font-mono',
              )}
            >
              {value}
            </dd>
          </div>
        ))}
    </dl>
  );
}

const Card = ({ children }: { readonly children: ReactNode }) => (
  <div className="rounded-md border bg-sheet px-6 py-5 max-[720px]:px-4 max-[720px]:py-4">{children}</div>
);

const List = ({ items }: { readonly items: readonly string[] }) => (
  <ol className="flex list-decimal flex-col gap-2 pl-7 text-xl">
    {items.map((text, i) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: a step may be said twice
      <li key={i}>{text}</li>
    ))}
  </ol>
);

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

/** The facts that are said in the title of a step, or below its card. */
const aside: readonly FactName[] = [
  'control',
  'parameter',
  'bank',
  'page',
  'layer',
  'gesture',
  'part',
  'opens',
  'purpose',
  'from',
  'channel',
  'number',
];
/** Type, number and channel first, as they are dialled in; then everything else that the line says. */
const factsOf = (line: SheetLine): readonly (readonly [string, string])[] => {
  // A landing has no place on a panel: its layer is one of the host, and is entered with it.
  const held = line.of.type === 'landing' ? aside.filter((name) => name !== 'layer') : aside;
  return [
    [factWord('type'), textOf(line, 'type')],
    [factWord('number'), textOf(line, 'number')],
    ['Channel', textOf(line, 'channel')],
    ...alsoOf(line, [{ head: '', facts: [...held, 'type'], figures: false }]).map(({ word, text }) => [word, text] as const),
  ];
};

const placeOf = (line: SheetLine | undefined): string => (line ? together(line, ['bank', 'page', 'layer']) : '');

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
