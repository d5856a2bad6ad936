'use client';
// The translator on a wire: what it takes and what it makes of that, line by line. The first line that fits is done.
import { ArrowDown, ArrowUp, Plus, Trash2, X } from 'lucide-react';
import { Fragment } from 'react';
import {
  addMade,
  addTranslatorLine,
  changeLineFrom,
  changeMade,
  changeTranslator,
  hasNumber,
  moveTranslatorLine,
  readNumber,
  readNumbers,
  readValues,
  removeMade,
  removeTranslator,
  removeTranslatorLine,
  writeNumber,
  writeNumbers,
  writeValues,
} from '@/core/commands';
import { channel, kindOf } from '@/core/midi';
import {
  type Edit,
  type Translated,
  type TranslatedType,
  type TranslatorLine,
  translatedTypeSchema,
  translatorSchema,
  type Wire,
} from '@/core/rig';
import { CurveWord } from '../inspector/curve-word';
import { Button } from '../primitives/button';
import { CommitInput, NOT_TAKEN, Select } from '../primitives/field';
import { TextField } from '../primitives/text-field';
import { useRig } from '../store/provider';

interface Props {
  readonly wire: Wire;
  /** The wire in words: `Board to Hall`. */
  readonly name: string;
}

export function TranslatorPanel({ wire, name }: Props) {
  const edit = useRig((s) => s.edit);
  const { translator } = wire;
  if (translator === null) return null;
  const take = (made: Edit | null): boolean => made === null || edit(made);
  return (
    <section aria-label={`Translator, ${name}`} className="flex flex-col gap-2">
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-0 flex-1">
          <h2 className="font-semibold">Translator, {name}</h2>
          <p className="max-w-[80ch] text-xs text-ink-2">
            The first line that fits a message is done, and the others are left. Numbers are 20 or 20-27, what is made 60 or +12;
            values go from 0-127, or in steps: 63:0, 127:127 makes 0 of all up to 63. What several control changes carry together
            (14 bits, NRPN) is met byte by byte.
          </p>
        </div>
        <TextField
          label="Written on it"
          className="w-44"
          placeholder="its name"
          value={translator.name}
          schema={translatorSchema.shape.name}
          onValue={(text) => take(changeTranslator(wire, { name: text }))}
        />
      </div>
      <ol className="rounded-md border bg-sheet">
        {translator.lines.map((line, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place
          <LineRow key={at} wire={wire} line={line} at={at} last={translator.lines.length - 1} take={take} />
        ))}
        <li className="flex flex-wrap items-center gap-2 px-3 py-2">
          <span className="w-[72px] shrink-0 text-xs text-ink-2">all else</span>
          <Select
            aria-label="What no line is about"
            className="w-48"
            value={translator.rest}
            onChange={(e) => take(changeTranslator(wire, { rest: e.target.value === 'stops' ? 'stops' : 'passes' }))}
          >
            <option value="passes">goes through as it is</option>
            <option value="stops">is stopped</option>
          </Select>
          <span className="text-xs text-ink-2">clock, start, stop and SysEx always go through</span>
          <Button size="small" className="ml-auto" onClick={() => take(addTranslatorLine(wire))}>
            <Plus size={14} aria-hidden /> Add a line
          </Button>
        </li>
      </ol>
      <Button tone="quiet" size="small" className="w-max" onClick={() => take(removeTranslator(wire))}>
        <Trash2 size={14} aria-hidden /> Take the translator off
      </Button>
    </section>
  );
}

interface RowProps {
  readonly wire: Wire;
  readonly line: TranslatorLine;
  readonly at: number;
  readonly take: (made: Edit | null) => boolean;
}

function LineRow({ wire, line, at, last, take }: RowProps & { readonly last: number }) {
  const { from, to } = line;
  const own = `line ${at + 1}`;
  return (
    <li
      aria-label={`Line ${at + 1}`}
      className="grid grid-cols-[72px_minmax(0,1fr)_auto] items-center gap-x-2 gap-y-1.5 border-b px-3 py-2"
    >
      <span className="text-xs text-ink-2">
        <b className="font-semibold text-ink tabular-nums">{at + 1}</b> takes
      </span>
      <div className="flex flex-wrap items-center gap-2">
        <KindSelect label={`Kind, ${own}`} value={from.type} onKind={(type) => take(changeLineFrom(wire, at, { type }))} />
        <ChannelSelect
          label={`Channel, ${own}`}
          none="any channel"
          value={from.channel}
          onChannel={(ch) => take(changeLineFrom(wire, at, { channel: ch }))}
        />
        {hasNumber(from.type) && (
          <CommitInput
            aria-label={`Numbers, ${own}`}
            className="w-[84px]"
            placeholder="all"
            title="20, or 20-27; empty for all"
            value={writeNumbers(from)}
            commit={(text) => {
              const numbers = readNumbers(text);
              if (!numbers) return 'Write numbers as 20 or 20-27.';
              return take(changeLineFrom(wire, at, numbers)) ? null : NOT_TAKEN;
            }}
          />
        )}
      </div>
      <LineButtons wire={wire} at={at} last={last} take={take} />
      {to.map((made, output) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a message made is its place
        <Fragment key={output}>
          <span className="text-xs text-ink-2">{output === 0 ? 'becomes' : 'and'}</span>
          <MadeRow wire={wire} line={line} at={at} made={made} output={output} take={take} />
          <span />
        </Fragment>
      ))}
      <span className="text-xs text-ink-2">{to.length === 0 ? 'becomes' : ''}</span>
      <div className="col-span-2 flex items-center gap-3">
        {to.length === 0 && <span>nothing: it is stopped</span>}
        <Button
          size="small"
          tone="quiet"
          className="-ml-2"
          aria-label={`Make one more of ${own}`}
          onClick={() => take(addMade(wire, at))}
        >
          <Plus size={14} aria-hidden /> {to.length === 0 ? 'Make a message of it' : 'Make another one as well'}
        </Button>
      </div>
    </li>
  );
}

function LineButtons({ wire, at, last, take }: Omit<RowProps, 'line'> & { readonly last: number }) {
  const own = `line ${at + 1}`;
  return (
    <div className="flex items-center">
      <Button
        size="icon"
        tone="quiet"
        aria-label={`Move ${own} up`}
        disabled={at === 0}
        onClick={() => take(moveTranslatorLine(wire, at, -1))}
      >
        <ArrowUp size={15} aria-hidden />
      </Button>
      <Button
        size="icon"
        tone="quiet"
        aria-label={`Move ${own} down`}
        disabled={at === last}
        onClick={() => take(moveTranslatorLine(wire, at, 1))}
      >
        <ArrowDown size={15} aria-hidden />
      </Button>
      <Button size="icon" tone="quiet" aria-label={`Take ${own} out`} onClick={() => take(removeTranslatorLine(wire, at))}>
        <Trash2 size={15} aria-hidden />
      </Button>
    </div>
  );
}

function MadeRow({ wire, line, at, made, output, take }: RowProps & { readonly made: Translated; readonly output: number }) {
  const own = line.to.length > 1 ? `line ${at + 1}, message ${output + 1}` : `line ${at + 1}`;
  const change = (changes: Partial<Translated>): boolean => take(changeMade(wire, at, output, changes));
  return (
    <div className="flex flex-wrap items-center gap-2">
      <KindSelect label={`Becomes, ${own}`} value={made.type} onKind={(type) => change({ type })} />
      <ChannelSelect
        label={`On channel, ${own}`}
        none="its channel"
        value={made.channel}
        onChannel={(ch) => change({ channel: ch })}
      />
      {hasNumber(made.type) && (
        <CommitInput
          aria-label={`As number, ${own}`}
          className="w-[76px]"
          placeholder={hasNumber(line.from.type) ? 'its own' : '0'}
          title="60; +12 or -12 from the one that came; empty for the same"
          value={writeNumber(made)}
          commit={(text) => {
            const number = readNumber(text);
            if (!number) return 'Write 60, +12 or -12.';
            return change(number) ? null : NOT_TAKEN;
          }}
        />
      )}
      {made.type !== 'program' && (
        <>
          <CommitInput
            aria-label={`Values, ${own}`}
            className="w-[104px]"
            title="0-127 from the lowest to the largest; or steps: 63:0, 127:127"
            value={writeValues(made.values)}
            commit={(text) => {
              const values = readValues(text, made.type, made.values);
              if (!values) return 'Write 0-127, or steps as 63:0, 127:127.';
              return change({ values }) ? null : NOT_TAKEN;
            }}
          />
          {made.values.type === 'ends' && (
            <CurveWord
              label={`Curve, ${own}`}
              curve={made.values.curve}
              onCurve={(curve) => made.values.type === 'ends' && change({ values: { ...made.values, curve } })}
            />
          )}
        </>
      )}
      <Button
        size="icon"
        tone="quiet"
        aria-label={line.to.length > 1 ? `Leave out ${own}` : `Stop what fits ${own}`}
        title={line.to.length > 1 ? 'Leave this one out' : 'Stop it'}
        onClick={() => take(removeMade(wire, at, output))}
      >
        <X size={15} aria-hidden />
      </Button>
    </div>
  );
}

function KindSelect({
  label,
  value,
  onKind,
}: {
  readonly label: string;
  readonly value: TranslatedType;
  readonly onKind: (type: TranslatedType) => void;
}) {
  return (
    <Select
      aria-label={label}
      className="w-[152px]"
      value={value}
      onChange={(e) => {
        const type = translatedTypeSchema.safeParse(e.target.value);
        if (type.success) onKind(type.data);
      }}
    >
      {translatedTypeSchema.options.map((type) => (
        <option key={type} value={type}>
          {kindOf(type).name}
        </option>
      ))}
    </Select>
  );
}

const sixteen = Array.from({ length: 16 }, (_, i) => channel(i + 1));

function ChannelSelect({
  label,
  none,
  value,
  onChannel,
}: {
  readonly label: string;
  readonly none: string;
  readonly value: Translated['channel'];
  readonly onChannel: (channel: Translated['channel']) => void;
}) {
  return (
    <Select
      aria-label={label}
      className="w-[124px]"
      value={value ?? ''}
      onChange={(e) => onChannel(sixteen.find((ch) => String(ch) === e.target.value) ?? null)}
    >
      <option value="">{none}</option>
      {sixteen.map((ch) => (
        <option key={ch} value={ch}>
          channel {ch}
        </option>
      ))}
    </Select>
  );
}
