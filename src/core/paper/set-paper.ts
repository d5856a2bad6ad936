// The set on paper: for each song its sections in order, what to press into each and when to begin; to stand on the music stand.
import { counted } from '../base';
import { type RigIndex, type Song, type SongSection, standsOf } from '../rig';
import { barMs, secondsOf, standWords, type ToldTransition } from '../stage';
import { A4, type Paper } from './paper';
import { type Cell, type Writer, withFeet, writerOn } from './writer';

const MARGIN = 14;
const [SECTION, GESTURES, TIME] = [50, 86, 46];
const SIZE = 4.4;
const SMALL = 3.2;

export interface SetWish {
  /** Whether every song begins on a page of its own. */
  readonly songAPage: boolean;
  /** What it is the list of, as it stands in the foot. */
  readonly title: string;
  /** A date for the foot. */
  readonly day: string;
}

/** The set of a rig on upright A4. `told`: the ways that were found; a section without one says that nobody looked. */
export function setPaper(index: RigIndex, told: readonly ToldTransition[], { songAPage, title, day }: SetWish): Paper {
  const page = writerOn(A4, MARGIN, 6);
  index.rig.songs.forEach((song, i) => {
    page.head(null);
    if (i > 0 && songAPage) page.turn();
    // A head with no section under it is no use.
    page.keep(40);
    songHead(page, song, '');
    page.head(() => songHead(page, song, ', continued'));
    song.sections.forEach((section, at) => {
      // A line with nothing under it is no use either.
      page.keep(14);
      page.rule();
      const found = told.find((t) => t.songId === song.id && t.at === at) ?? null;
      page.row(cellsOf(index, song, section, found));
      const late = lateWords(found);
      if (late !== '') page.row([{ words: [late], x: MARGIN + SECTION, width: GESTURES + TIME, face: 'bold', size: SIZE }]);
      page.gap(1.4);
    });
    page.gap(8);
  });
  return withFeet(`${index.rig.name}: ${title}`, A4, MARGIN, page.pages(), `${index.rig.name} · ${day}`);
}

function songHead(page: Writer, song: Song, more: string): void {
  const bars = song.sections.reduce((sum, s) => sum + s.bars, 0);
  const seconds = Math.round((bars * barMs(song)) / 1000);
  const long = bars === 0 ? '' : ` · about ${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  page.row([{ words: [`${song.name}${more}`], x: MARGIN, width: A4.width - 2 * MARGIN, face: 'bold', size: 6.4 }]);
  page.row([
    {
      words: [`${song.bpm} beats a minute, ${counted(song.beatsPerBar, 'beat')} a bar${long}`],
      x: MARGIN,
      width: A4.width - 2 * MARGIN,
      face: 'plain',
      size: SMALL,
    },
  ]);
  if (song.note !== '' && more === '')
    page.row([{ words: song.note.split('\n'), x: MARGIN, width: A4.width - 2 * MARGIN, face: 'plain', size: SMALL }]);
  page.gap(1.5);
}

function cellsOf(index: RigIndex, song: Song, section: SongSection, told: ToldTransition | null): readonly Cell[] {
  const bars = section.bars === 0 ? 'until it ends' : counted(section.bars, 'bar');
  const stand = standsOf(index.rig, section).flatMap((at) => {
    const controller = index.controllers.get(at.controllerId);
    const words = controller ? standWords(index, controller, at) : '';
    return controller && words !== '' ? [`${controller.name}: ${words}`] : [];
  });
  return [
    { words: [section.name], x: MARGIN, width: SECTION - 4, face: 'bold', size: SIZE },
    {
      words: told?.gestures ? (told.gestures.length === 0 ? ['nothing to do'] : told.gestures) : [noWay(told)],
      x: MARGIN + SECTION,
      width: GESTURES - 4,
      face: told?.gestures ? 'plain' : 'bold',
      size: SIZE,
    },
    { words: [bars, ...stand, ...timeOf(song, told)], x: MARGIN + SECTION + GESTURES, width: TIME, face: 'plain', size: SMALL },
  ];
}

const noWay = (told: ToldTransition | null): string =>
  told === null ? 'not looked at' : told.proved ? 'cannot be reached' : 'no way found';

/** Said in bold under the gestures where there is no time for them. */
function lateWords(told: ToldTransition | null): string {
  if (!told || told.ms === null || told.availableMs === null || told.inTime) return '';
  const [takes, has] = secondsOf(told.ms, told.availableMs);
  return `does not fit: ${takes} in ${has}`;
}

/** When to begin, and what to mind. */
function timeOf(song: Song, told: ToldTransition | null): readonly string[] {
  // Without a way all that is told says why.
  if (!told?.gestures) return told?.words ?? [];
  const { ms, availableMs, inTime, hazards, leaps, leftChanged, gestures } = told;
  const beats = ms === null ? 0 : Math.ceil(ms / (barMs(song) / song.beatsPerBar));
  const timed = inTime && availableMs !== null && ms !== null && gestures.length > 0;
  return [
    ...(timed ? [beats === 0 ? 'on the one' : `begin ${counted(beats, 'beat')} early`] : []),
    ...leaps,
    ...(hazards > 0 ? [`mind: ${counted(hazards, 'dangerous thing')} on the way`] : []),
    ...(leftChanged.length > 0 ? [`leaves ${leftChanged.join(', ')} changed`] : []),
  ];
}
