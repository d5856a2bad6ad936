'use client';
// The chosen section: how long it is, where the player wants to stand, what should sound in it, and the way to it in sentences.
import { nanoid } from 'nanoid';
import { counted } from '@/core/base';
import { showValue } from '@/core/bench';
import {
  addSection,
  changeSection,
  keepInSection,
  moveSection,
  moveSectionInto,
  ownScene,
  removeSection,
  valuesIn,
  wantAs,
  wantInSection,
  withPreset,
} from '@/core/commands';
import { type Edit, type Parameter, type RigIndex, rowSchemas, type Song, type SongSection } from '@/core/rig';
import { type Pace, usualPace } from '@/core/stage';
import { PickFrom } from '../gear/pick-from';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import { Link } from '../primitives/link';
import { NumberField } from '../primitives/number-field';
import { ParameterValue } from '../primitives/parameter-value';
import { TextField } from '../primitives/text-field';
import { useRig } from '../store/provider';
import { OnePressInstead } from './one-press';
import type { Chosen } from './set-screen';
import { StandsFields } from './stands-fields';
import { paceKey } from './use-pace';
import { type FoundSet, keyAt } from './use-set';

interface Props {
  readonly index: RigIndex;
  readonly song: Song;
  readonly at: number;
  readonly found: FoundSet;
  readonly pace: Pace | null;
  readonly choose: (chosen: Chosen | null) => void;
}

const { name: nameSchema, bars: barsSchema } = rowSchemas.songs.shape.sections.element.shape;

export function SectionPanel({ index, song, at, found, pace, choose }: Props) {
  const edit = useRig((s) => s.edit);
  const section = song.sections[at];
  if (!section) return null;
  const change = (to: Partial<SongSection>): boolean => edit(changeSection(song, at, to));
  const then = (made: Edit | null, to: number | null): void => {
    if (made && edit(made)) choose(to === null ? null : { songId: song.id, at: to });
  };
  const way = found.ways.get(keyAt(song.id, at));
  return (
    <div className="space-y-4 px-4 py-3.5">
      <header className="flex items-baseline gap-2">
        <h2 className="min-w-0 truncate text-base font-semibold">{section.name}</h2>
        <span className="min-w-0 truncate text-sm text-ink-2">{song.name}</span>
        <Button className="ml-auto" onClick={() => choose(null)}>
          Close
        </Button>
      </header>
      <div aria-live="polite" className="space-y-1 text-sm">
        {way ? way.words.map((line, i) => <p key={keyAt(line, i)}>{line}</p>) : <p className="text-ink-3">Not looked at yet.</p>}
      </div>
      {way && way.gestures !== null && way.gestures.length > 0 && (
        <Link
          href={`/rigs/${index.rig.id}/set/rehearse?song=${song.id}&from=${at}&to=${at}`}
          className="block text-sm font-medium text-verdigris hover:underline"
        >
          Rehearse this way
        </Link>
      )}
      {way && (way.gestures === null || way.gestures.length > 1 || !way.inTime) && (
        <OnePressInstead key={paceKey(pace)} index={index} songId={song.id} at={at} pace={pace ?? usualPace} />
      )}
      <div className="grid grid-cols-[1fr_88px] gap-3">
        <TextField label="Section" value={section.name} schema={nameSchema} onValue={(name) => change({ name })} />
        <NumberField label="Bars" value={section.bars} schema={barsSchema} onValue={(bars) => change({ bars })} />
      </div>
      <StandsFields index={index} song={song} at={at} />
      <Wanted index={index} song={song} at={at} section={section} />
      <div className="flex flex-wrap gap-2 border-t pt-3">
        <Button onClick={() => then(addSection(song, at), at + 1)}>Add a section after it</Button>
        <Button disabled={at === 0} onClick={() => then(moveSection(song, at, -1), at - 1)}>
          Earlier
        </Button>
        <Button disabled={at === song.sections.length - 1} onClick={() => then(moveSection(song, at, 1), at + 1)}>
          Later
        </Button>
        <Button disabled={song.sections.length === 1} onClick={() => then(removeSection(index.rig, song, at), null)}>
          Remove
        </Button>
        <IntoSong index={index} song={song} at={at} choose={choose} />
      </div>
    </div>
  );
}

/** To the end of another song; nothing where there is no other, or where it is the only section of its own. */
function IntoSong({ index, song, at, choose }: Pick<Props, 'index' | 'song' | 'at' | 'choose'>) {
  const edit = useRig((s) => s.edit);
  const others = index.rig.songs.filter((s) => s.id !== song.id);
  if (others.length === 0 || song.sections.length === 1) return null;
  return (
    <Select
      aria-label="Move it to another song"
      value=""
      onChange={(e) => {
        const other = others.find((s) => s.id === e.target.value);
        const made = other && moveSectionInto(song, at, other, other.sections.length);
        if (made && edit(made)) choose({ songId: other.id, at: other.sections.length });
      }}
    >
      <option value="">Move it to another song…</option>
      {others.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
        </option>
      ))}
    </Select>
  );
}

interface WantedProps {
  readonly index: RigIndex;
  readonly song: Song;
  readonly at: number;
  readonly section: SongSection;
}

/** What should sound in it: parameters with their values. All else stays as it is. */
function Wanted({ index, song, at, section }: WantedProps) {
  const edit = useRig((s) => s.edit);
  const want = (parameter: Parameter, value: number | null): boolean => {
    const made = wantInSection(index.rig, song, at, parameter, value, () => nanoid(12));
    return made === null || edit(made);
  };
  const values = valuesIn(index.rig, song, at);
  const all = index.rig.songs.flatMap((s) => s.sections);
  const sharing = section.sceneId === null ? 0 : all.filter((s) => s.sceneId === section.sceneId).length - 1;
  const named = new Set(values.map((v) => v.parameterId));
  const others = index.rig.parameters.filter((p) => p.kind !== 'trigger' && !named.has(p.id));
  return (
    <section aria-label="What should sound" className="space-y-2">
      <h3 className="text-sm font-semibold">What should sound</h3>
      <p className="text-xs text-ink-2">
        All that is not named stays as it is.
        {sharing > 0 &&
          ` ${counted(sharing, 'other section')} ${sharing === 1 ? 'wants' : 'want'} the same scene: it changes there too.`}
      </p>
      {values.map(({ parameterId, value }) => {
        const parameter = index.parameters.get(parameterId);
        return parameter ? (
          <div key={parameterId} className="grid grid-cols-[minmax(0,1fr)_132px] items-center gap-2">
            <span className="truncate text-sm">{parameter.name}</span>
            <ParameterValue
              parameter={parameter}
              value={value}
              label={`Value of ${parameter.name}`}
              none="not named"
              onValue={(to) => want(parameter, to)}
            />
          </div>
        ) : null;
      })}
      <PickFrom
        label="One more"
        none="One more…"
        parameters={others}
        onPick={(p) => void want(p, p.kind === 'continuous' ? p.start : p.highest)}
      />
      <FromPreset index={index} song={song} at={at} />
      <AsElsewhere index={index} song={song} at={at} section={section} />
      {sharing > 0 && (
        <Button
          onClick={() => {
            const made = ownScene(index.rig, song, at, () => nanoid(12));
            if (made) edit(made);
          }}
        >
          Give it a scene of its own
        </Button>
      )}
    </section>
  );
}

/** The scene of another section, shared from then on; nothing where no other section has one. */
function AsElsewhere({ index, song, at, section }: WantedProps) {
  const edit = useRig((s) => s.edit);
  const songs = index.rig.songs.flatMap((of) => {
    const sections = of.sections.filter(({ sceneId }) => sceneId !== null && sceneId !== section.sceneId);
    return sections.length > 0 ? [{ of, sections }] : [];
  });
  if (songs.length === 0) return null;
  return (
    <Select
      aria-label="The same as in another section"
      value=""
      onChange={(e) => {
        const made = wantAs(index.rig, song, at, e.target.value);
        if (made) edit(made);
      }}
    >
      <option value="">The same as in another section…</option>
      {songs.map(({ of, sections }) => (
        <optgroup key={of.id} label={of.name}>
          {sections.map((s, i) => (
            <option key={keyAt(of.id, i)} value={s.sceneId ?? ''}>
              {s.name}
            </option>
          ))}
        </optgroup>
      ))}
    </Select>
  );
}

/** What a preset keeps, as what the section wants; nothing where no preset is known to keep anything. */
function FromPreset({ index, song, at }: { readonly index: RigIndex; readonly song: Song; readonly at: number }) {
  const edit = useRig((s) => s.edit);
  const presets = index.rig.presets.filter((p) => p.stored && p.values.length > 0);
  if (presets.length === 0) return null;
  return (
    <Select
      aria-label="Take the values of a preset"
      value=""
      onChange={(e) => {
        const preset = presets.find((p) => p.id === e.target.value);
        const made =
          preset && keepInSection(index.rig, song, at, withPreset(valuesIn(index.rig, song, at), preset), () => nanoid(12));
        if (made) edit(made);
      }}
    >
      <option value="">Take the values of a preset…</option>
      {presets.map((p) => {
        const chooser = index.parameters.get(p.parameterId);
        return (
          <option key={p.id} value={p.id}>
            {chooser ? `${index.targets.get(chooser.targetId)?.name ?? ''}: ${showValue(chooser, p.step)}` : p.id}
          </option>
        );
      })}
    </Select>
  );
}
