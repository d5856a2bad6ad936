// The set and the recovery cards on paper: nothing lies outside of a page or on anything else, and nothing is left out.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig, type Rig } from '../rig';
import { type RecoveryCard, recoveryCards, type ToldTransition, toldTransitions } from '../stage';
import { cardsPaper } from './cards-paper';
import { widthOf } from './measure';
import type { Ink, Paper } from './paper';
import { setPaper } from './set-paper';

const writing = (paper: Paper): readonly (readonly Extract<Ink, { type: 'text' }>[])[] =>
  paper.pages.map(({ ink }) => ink.flatMap((i) => (i.type === 'text' ? [i] : [])));
const wordsOn = (paper: Paper): string =>
  writing(paper)
    .flat()
    .map((i) => i.text)
    .join(' ');
/** Letters alone: what is broken inside of a word stays together. */
const letters = (text: string): string => text.replace(/\s/g, '');

/** Every line of writing lies on the paper, and no two of a page on each other. */
function expectApart(paper: Paper): void {
  for (const page of writing(paper)) {
    for (const i of page) {
      expect(i.x + widthOf(i.text, i.face, i.size), i.text).toBeLessThanOrEqual(paper.width);
      expect(i.y).toBeLessThanOrEqual(paper.height);
    }
    for (const [n, a] of page.entries())
      for (const b of page.slice(n + 1)) {
        const beside = a.x + widthOf(a.text, a.face, a.size) <= b.x || b.x + widthOf(b.text, b.face, b.size) <= a.x;
        expect(beside || Math.abs(a.y - b.y) >= 0.9 * Math.min(a.size, b.size), `${a.text} on ${b.text}`).toBe(true);
      }
  }
}

const demo = indexRig(lanternHour());
const day = '2026-05-02';
const some: ToldTransition = {
  songId: '',
  song: '',
  at: 0,
  section: '',
  gestures: [],
  steps: [],
  ms: 0,
  availableMs: null,
  inTime: true,
  hazards: 0,
  leaps: [],
  leftChanged: [],
  proved: true,
  words: [],
};

describe('the set on paper', () => {
  it('has every song, section and gesture of the demo, and says what does not fit and what cannot be reached', () => {
    const told = [...toldTransitions(demo)];
    const paper = setPaper(demo, told, { songAPage: false, title: 'set', day });
    const text = letters(wordsOn(paper));
    for (const song of demo.rig.songs)
      for (const words of [song.name, ...song.sections.map((s) => s.name)]) expect(text).toContain(letters(words));
    for (const t of told) for (const g of t.gestures ?? []) expect(text).toContain(letters(g));
    expect(text).toContain(letters('does not fit: 0.71 s in 0.65 s'));
    expect(text).toContain(letters('cannot be reached'));
    expectApart(paper);
  });
  it('begins each song on a page of its own where that is asked for', () => {
    const paper = setPaper(demo, [], { songAPage: true, title: 'Barn', day });
    expect(paper.pages).toHaveLength(demo.rig.songs.length);
    writing(paper).forEach((page, i) => {
      expect(page[0]?.text).toBe(demo.rig.songs[i]?.name);
    });
    expect(wordsOn(paper)).toContain('not looked at');
  });
  it('lays out any songs: long names, many gestures, songs longer than a page', () => {
    const name = fc.string({ unit: fc.constantFrom(...'abc Wil ÄÖ'), minLength: 1, maxLength: 120 });
    const section = fc.record({
      name,
      bars: fc.integer({ min: 0, max: 64 }),
      gestures: fc.option(fc.array(name, { maxLength: 30 })),
      leftChanged: fc.array(name, { maxLength: 12 }),
      inTime: fc.boolean(),
    });
    const song = fc.record({
      name,
      note: fc.string({ maxLength: 4000 }),
      sections: fc.array(section, { minLength: 1, maxLength: 20 }),
    });
    fc.assert(
      fc.property(fc.array(song, { maxLength: 4 }), fc.boolean(), (songs, songAPage) => {
        const rig: Rig = {
          ...demo.rig,
          songs: songs.map((s, i) => ({
            id: `s${i}`,
            order: i,
            name: s.name,
            note: s.note,
            bpm: 120,
            beatsPerBar: 4,
            sections: s.sections.map(({ name: of, bars }) => ({ name: of, bars, sceneId: null, bank: null })),
          })),
        };
        const told = songs.flatMap((s, i) =>
          s.sections.map((of, at) => ({ ...some, songId: `s${i}`, at, ...of, ms: 900, availableMs: 1000 })),
        );
        const paper = setPaper(indexRig(rig), told, { songAPage, title: 'set', day });
        expectApart(paper);
        const text = letters(wordsOn(paper));
        for (const s of songs)
          for (const of of s.sections)
            for (const g of of.gestures ?? []) expect(text.includes(letters(g)) || letters(g) === '').toBe(true);
      }),
      { numRuns: 25 },
    );
  });
});

describe('recovery cards on paper', () => {
  it('has every line of every card, one a page', () => {
    const cards = recoveryCards(demo);
    const paper = cardsPaper(demo, cards, day);
    expect([paper.width, paper.height]).toEqual([105, 148]);
    expect(paper.pages.length).toBeGreaterThanOrEqual(cards.length);
    const text = letters(wordsOn(paper));
    for (const { lines } of cards) for (const line of lines) expect(text).toContain(letters(line));
    expectApart(paper);
  });
  it('goes on on the next page under its head where a card is too long', () => {
    const line = 'Lost with it: Grain size, Density, Spread, Decay, Damping, Ring, Tone and twelve more that have long names.';
    const long: RecoveryCard = { trouble: 'silence', controllerId: null, lines: Array.from({ length: 30 }, () => line) };
    const paper = cardsPaper(demo, [long], day);
    expect(paper.pages.length).toBeGreaterThan(1);
    for (const page of writing(paper).slice(1))
      expect(page.map((i) => i.text).join(' ')).toContain('Nothing is heard, continued');
    expectApart(paper);
  });
});
