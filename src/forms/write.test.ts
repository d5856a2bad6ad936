// Written forms: what they say is what the sheet says, and a hostile one ends at its limit and says so.
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, landing, noteOn, range, smallRig, withFunctions } from '../../tests/kit/small-rig';
import { indexRig, type Rig } from '../core/rig';
import { type FormData, formData } from '../core/sheets';
import { lanternHour } from '../demo/lantern-hour';
import { FORM_MS, shippedForms, writeForm } from '.';

const rig: Rig = withFunctions(
  smallRig([
    continuous('wind', 0, 100, {
      unit: '%',
      drives: [
        { parameterId: 'dark', from: 8000, to: 200, curve: { type: 'linear' } },
        { parameterId: 'wet', from: 0, to: 40, curve: { type: 'linear' } },
      ],
    }),
    continuous('dark', 20, 20_000, { unit: 'Hz' }),
    continuous('wet', 0, 100, { unit: '%' }),
  ]),
  [assignment({ id: 'k', on: 'k1', gesture: 'move', message: cc(20, 6), behaviour: range(0, 127), meant: ['wind'] })],
  [landing('wind', { address: cc(20, 6), from: 0, to: 100 })],
);
const dataOf = (of: Rig, unit: string): FormData => {
  const data = formData(indexRig(of), unit);
  if (!data) throw new Error(unit);
  return data;
};
const hall = dataOf(rig, 'hall');
const written = (template: string, data = hall): string => {
  const done = writeForm(template, data);
  if (done.type !== 'written') throw new Error(done.why);
  return done.text;
};

describe('a written form', () => {
  it('says numbers as they are asked for', () => {
    expect(
      written(
        '{% for l in lines %}{% if l.kind == "landing" %}{{ l.message.channel | zero_based }}/{{ l.message.number | hex }}/{{ l.parameter }}{% for m in l.moves %} {{ m.parameter }}:{{ m.from }}>{{ m.to }}{% endfor %}{% endif %}{% endfor %}',
      ),
    ).toBe('5/14/wind dark:8000>200 wet:0>40');
    const notes = dataOf(
      withFunctions(
        smallRig([]),
        [assignment({ id: 'n', on: 'fs1', message: noteOn(60), behaviour: range(0, 127), meant: [] })],
        [],
      ),
      'board',
    );
    expect(
      written('{% for l in lines %}{{ l.message.number | note_name }} {{ l.message.number | note_name: 4 }}{% endfor %}', notes),
    ).toBe('C3 C4');
    expect(written('{{ 25 | percent: 0, 200 }} {{ "x" | zero_based }} {{ 255 | hex: 4 }}')).toBe('12.5 x 00FF');
  });
  it('of those that ship writes every line of every unit of the demo', () => {
    const demo = lanternHour();
    for (const { name, form } of shippedForms)
      for (const unit of [...demo.controllers, ...demo.targets]) {
        const data = dataOf(demo, unit.id);
        const text = written(form.template, data);
        for (const line of data.lines) {
          const called = line.parameter ?? line.control;
          if (line.message && called) expect([name, text.includes(called)]).toEqual([name, true]);
        }
        expect(text).not.toMatch(/undefined|\[object/);
      }
  });
  it('of those that ship says of a time that goes with a tempo how many beats it lasts, and no range', () => {
    const echo = withFunctions(
      smallRig([
        continuous('tempo', 20, 300, {
          unit: 'BPM',
          drives: [{ parameterId: 'delay', from: 10, to: 4000, curve: { type: 'linear' }, beats: 0.75 }],
        }),
        continuous('delay', 10, 4000, { unit: 'ms' }),
      ]),
      [assignment({ id: 'k', on: 'k1', gesture: 'move', message: cc(20, 6), behaviour: range(0, 127), meant: ['tempo'] })],
      [landing('tempo', { address: cc(20, 6), from: 20, to: 300 })],
    );
    const texts = shippedForms.map(({ form }) => written(form.template, dataOf(echo, 'hall')));
    expect(texts.filter((t) => t.includes('with delay = 0.75 beats'))).toHaveLength(1);
    expect(texts.filter((t) => t.includes('4000'))).toEqual([]);
  });
  it('of two thousand lines is written whole', () => {
    const many: FormData = {
      ...hall,
      lines: Array.from({ length: 2000 }, () => hall.lines[0] ?? { kind: 'other', entered: false, says: {} }),
    };
    for (const { form } of shippedForms) expect(written(form.template, many).split('wind').length).toBeGreaterThan(2000);
  });
});

describe('a form that asks for too much', () => {
  it.each([
    ['a loop without end', '{% for i in (1..1000000000) %}x{% endfor %}'],
    [
      'loops in loops',
      '{% for a in (1..3000) %}{% for b in (1..3000) %}{% for c in (1..3000) %}{{ a }}{% endfor %}{% endfor %}{% endfor %}',
    ],
    ['a text that doubles', `{% assign s = "x" %}{% for i in (1..60) %}{% assign s = s | append: s %}{% endfor %}{{ s | size }}`],
    [
      'a capture that doubles',
      '{% capture s %}x{% endcapture %}{% for i in (1..60) %}{% capture s %}{{ s }}{{ s }}{% endcapture %}{% endfor %}',
    ],
    [
      'a text that is replaced by itself',
      '{% assign s = "aaaaaaaaaa" %}{% for i in (1..30) %}{% assign s = s | replace: "a", s %}{% endfor %}',
    ],
    ['a form without end', 'x'.repeat(200_000)],
  ])('ends at its limit, and says so: %s', (name, template) => {
    const from = performance.now();
    const done = writeForm(template, hall);
    expect(done.type).toBe('refused');
    if (done.type === 'refused')
      expect(done.why).toMatch(name === 'a form without end' ? /too long/ : /too much time or room|more than/);
    expect(performance.now() - from).toBeLessThan(FORM_MS * 3);
  });
  it.each([
    ['{% include "x" %}', /no tag called “include”/],
    ['{% render "x" %}', /no tag called “render”/],
    ['{% layout "x" %}', /no tag called “layout”/],
    ['{{ "a" | date: "%Y" }}', /no filter called “date”/],
    ['{{ lines | where_exp: "x", "x.y" }}', /no filter called “where_exp”/],
    ['{% for x in lines %}', /not closed/],
  ])('says what it does not know: %s', (template, why) => {
    const done = writeForm(template, hall);
    expect(done.type === 'refused' && done.why).toMatch(why);
  });
  it('reads nothing that is not in its lines', () => {
    expect(written('{{ lines.constructor }}{{ rig.__proto__ }}{{ unit.toString }}{{ constructor }}')).toBe('');
  });
});
