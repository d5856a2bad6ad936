'use client';
// What is played now: the section, what sounds in it, its song.
import type { RigIndex, SongSection } from '@/core/rig';
import type { PortNow } from '@/ports';
import { Button } from '../primitives/button';
import { Bars } from './bars';
import type { StageSettings } from './stage-settings';
import type { Awake } from './use-awake';
import type { Spot } from './use-show';
import type { Time } from './use-time';

export function Now({
  index,
  spots,
  at,
  time,
  settings,
  ports,
  awake,
  follows,
  onSetUp,
}: {
  readonly index: RigIndex;
  readonly spots: readonly Spot[];
  readonly at: number;
  readonly time: Time;
  readonly settings: StageSettings;
  readonly ports: ReadonlyMap<string, PortNow>;
  readonly awake: Awake;
  readonly follows: boolean;
  readonly onSetUp: () => void;
}) {
  const spot = spots[at];
  return (
    <header className="flex items-start gap-4 px-5 pt-3 pb-2">
      <div className="min-w-0 flex-1">
        <h1 className="flex flex-wrap items-baseline gap-x-4">
          <span className="text-4xl font-bold max-[500px]:text-2xl">{spot ? spot.section.name : 'Before the first song'}</span>
          {spot && <span className="text-xl text-ink-2">{wantedWords(index, spot.section)}</span>}
        </h1>
        <p className="pt-1 text-base text-ink-2">
          {spot
            ? `${spot.song.name}, ${spot.at + 1} of ${spot.song.sections.length}`
            : `${index.rig.name}: ${spots.length === 0 ? 'no songs yet' : `begins with ${spots[0]?.song.name}`}`}
        </p>
      </div>
      <div className="flex shrink-0 flex-col items-end gap-1 text-right">
        {spot && <Bars time={time} spot={spot} followed={settings.clock !== 'none'} />}
        {lostPorts(settings, ports).map((words) => (
          <p key={words} role="alert" className="text-sm text-stop">
            {words}
          </p>
        ))}
        <div className="flex items-center gap-2">
          <p className="text-xs text-ink-2">
            {follows
              ? 'follows the other window'
              : awake === 'cannot'
                ? 'this browser lets the screen go dark'
                : awake === 'awake'
                  ? 'the screen stays on'
                  : ''}
          </p>
          {!follows && (
            <Button size="small" tone="quiet" onClick={onSetUp}>
              Set up…
            </Button>
          )}
        </div>
      </div>
    </header>
  );
}

/** What of clock and pedal is not heard: controllers say so at their panels. */
function lostPorts({ clock, pedal }: StageSettings, ports: ReadonlyMap<string, PortNow>): readonly string[] {
  const isGone = (id: string): boolean => !['heard', 'opening', undefined].includes(ports.get(id));
  return [
    ...(typeof clock !== 'string' && isGone(clock.id) ? [`The clock of ${clock.name} is not heard.`] : []),
    ...(pedal && isGone(pedal.port.id) ? [`The pedal on ${pedal.port.name} is not heard.`] : []),
  ];
}

/** What a section wants to sound, in a few words. */
function wantedWords(index: RigIndex, { sceneId }: SongSection): string {
  const values = index.rig.scenes.find((s) => s.id === sceneId)?.values ?? [];
  const names = values.flatMap((v) => index.parameters.get(v.parameterId)?.name ?? []);
  return names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');
}
