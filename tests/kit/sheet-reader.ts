// Somebody who has the gear and the sheet, and nothing else: enters every line as it reads, in the base in which each device counts. Written from
// what stands on the sheet alone; of the program it knows only the types.
import type { Message, RelativeCoding } from '@/core/midi';
import type {
  Action,
  Arrival,
  Assignment,
  Behaviour,
  Controller,
  Counter,
  Landing,
  Layer,
  Parameter,
  Preset,
  Rig,
  SwitchGroup,
  Target,
} from '@/core/rig';

/** One line: the device that it is for, and its facts by the word that stands over them in a table. */
export interface ReadLine {
  readonly side: string;
  readonly device: string;
  readonly say: (word: string) => string;
}

type Style = Controller['firmware']['shows'];

/** Things of one name are told apart by their order: `SW 1 (1 of 2)`. */
function called<T extends { readonly id: string; readonly name: string }>(rows: readonly T[], name: string): T {
  const found = rows.filter((r, i) => {
    const same = rows.filter((x) => x.name === r.name);
    const n = rows.slice(0, i + 1).filter((x) => x.name === r.name).length;
    return name === (same.length > 1 ? `${r.name} (${n} of ${same.length})` : r.name);
  });
  const [first] = found;
  if (!first || found.length > 1) throw new Error(`the sheet says ${JSON.stringify(name)}, and that is ${found.length} things`);
  return first;
}

const num = (text: string): number => {
  const value = Number(text.replace('−', '-'));
  if (text.trim() === '' || !Number.isFinite(value)) throw new Error(`${JSON.stringify(text)} is no number`);
  return value;
};
const matched = (pattern: RegExp, text: string): readonly string[] => {
  const found = pattern.exec(text);
  if (!found) throw new Error(`${JSON.stringify(text)} does not read as ${pattern}`);
  return found.slice(1).map((x) => x ?? '');
};

const kinds: Readonly<Record<string, Message['type']>> = {
  'Control change': 'cc',
  'Control change, 14 bits': 'cc14',
  Note: 'note',
  'Program change': 'program',
  NRPN: 'nrpn',
  RPN: 'rpn',
  'Pitch bend': 'pitch-bend',
  'Channel pressure': 'channel-pressure',
  'Poly pressure': 'poly-pressure',
  SysEx: 'sysex',
  Start: 'start',
  Stop: 'stop',
  Continue: 'continue',
};

const pitches: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** A key by its number or its name, with the octave of this device: middle C, note 60, is its C3, C4 or C5. */
function key(text: string, style: Style): number {
  if (style.notes === 'number') return num(text);
  const [letter = '', sharp = '', octave = ''] = matched(/^([A-G])(♯?)(−?\d+)$/, text);
  return (num(octave) - style.middleC) * 12 + 60 + (pitches[letter] ?? 0) + (sharp === '' ? 0 : 1);
}

function message({ say }: ReadLine, style: Style): Message {
  const type = kinds[say('type')];
  if (!type) throw new Error(`no message is called ${say('type')}`);
  const made: Record<string, unknown> = { type };
  if (say('ch') !== '') made.channel = num(say('ch')) + 1 - style.channelBase;
  // Of a run it says the first and the last.
  const [number = ''] = say('number').split(' to ');
  if (number !== '')
    made.number =
      type === 'note' || type === 'poly-pressure'
        ? key(number, style)
        : num(number) - (type === 'program' ? style.programBase : 0);
  if (type === 'program') {
    made.number ??= 0;
    const bank = say('bank before it');
    const [msb = '', lsb = ''] = bank === '' ? [] : matched(/^(\d+)(?:\/(\d+))? \(CC 0/, bank);
    made.bank = bank === '' ? null : { msb: num(msb), lsb: lsb === '' ? null : num(lsb) };
  }
  if (type === 'sysex')
    made.bytes = say('bytes')
      .split(' ')
      .slice(1, -1)
      .map((b) => Number.parseInt(b, 16));
  if (type === 'nrpn' || type === 'rpn') {
    // The pair of control changes says the same number once more.
    const [high = '', low = ''] = matched(/ = (\d+)\/(\d+), data on 6\/38$/, say('sent as'));
    if (num(high) * 128 + num(low) !== made.number) throw new Error('the pair says another number');
  }
  return made as unknown as Message;
}

const codings: Readonly<Record<string, RelativeCoding>> = {
  'sign and size, the other way (65, 1)': 'sign-magnitude-up',
  'two’s complement (1, 127)': 'twos-complement',
  'offset (65, 63)': 'binary-offset',
  'sign and size (1, 65)': 'sign-magnitude',
};
function coding(text: string) {
  const found = codings[text];
  if (!found) throw new Error(`no coding is called ${text}`);
  return found;
}

function curve(text: string): Landing['curve'] {
  if (text === '') return { type: 'linear' };
  if (text.startsWith('as drawn: ')) return { type: 'table', heights: text.slice(10).split(' ').map(num) };
  const [shape = '', amount = ''] = matched(/^(.*), bent by (.*)$/, text);
  const types: Readonly<Record<string, 'exponential' | 'logarithmic' | 's'>> = {
    'slow, then fast': 'exponential',
    'fast, then slow': 'logarithmic',
    'slow at both ends': 's',
  };
  const type = types[shape];
  if (!type) throw new Error(`no curve is ${shape}`);
  return { type, amount: num(amount) };
}

/** Names with a comma between them; one that has a comma of its own stands in quotes. */
function listed(text: string): readonly string[] {
  const names: string[] = [];
  for (let rest = text; rest !== ''; ) {
    const [all = '', quoted, plain] = /^(?:("(?:[^"\\]|\\.)*")|([^,]*))(?:, |$)/.exec(rest) ?? [rest];
    names.push(quoted ? String(JSON.parse(quoted)) : (plain ?? ''));
    rest = rest.slice(all.length);
  }
  return names;
}

const modes: Readonly<Record<string, Landing['mode']>> = {
  'tap tempo': 'tap',
  'goes on by its states': 'states',
  'set value': 'set',
  'value chooses the step': 'choose',
  'number chooses the step': 'run',
};

/** The values on which it acts: one, some in a row, or from one up. */
function chosen(text: string): Landing['chosenBy'] {
  if (text === '') return null;
  const up = /^from (\d+) up, one a step$/.exec(text);
  const [from = '', to = from] = up ? [up[1]] : text.split(' to ');
  return { from: num(from), to: num(to) } as Landing['chosenBy'];
}

const lights: Readonly<Record<string, Assignment['lightBy']>> = {
  'its own state': 'own-state',
  'what is sent back': 'feedback',
  'the host': 'host',
};

/** A translator by its lines; null where there are none. */
function translatorOf(name: string, said: readonly ReadLine[]): Rig['wires'][number]['translator'] {
  if (said.length === 0) return null;
  const lines: NonNullable<Rig['wires'][number]['translator']>['lines'] = [];
  let rest: 'passes' | 'stops' = 'passes';
  let last = '';
  const byte = (text: string) => num(text) as never;
  const asItCame = (text: string) => (text === 'as it came' || text === 'all' ? null : byte(text));
  for (const line of said) {
    const at = line.say('line');
    if (at === 'everything else') {
      rest = line.say('becomes') === 'is stopped' ? 'stops' : 'passes';
      continue;
    }
    if (at !== last) {
      const numbers = /^(\d+)(?: to (\d+))?$/.exec(line.say('number'));
      const type = kinds[line.say('type')];
      if (type === undefined) throw new Error('a line of what kind?');
      const [lowest, highest] = numbers ? [numbers[1] ?? '', numbers[2] ?? numbers[1] ?? ''] : ['0', '127'];
      const from = { type, channel: asItCame(line.say('ch')), lowest: byte(lowest), highest: byte(highest) };
      lines.push({ from: from as never, to: [] });
      last = at;
    }
    if (line.say('becomes') === 'nothing: it is stopped') continue;
    const own = line.say('as number');
    const moved = /^as it came, (plus|minus) (\d+)$/.exec(own);
    const ends = /^(\d+) to (\d+)$/.exec(line.say('with values'));
    const steps = line
      .say('with values')
      .split(', ')
      .map((step) => matched(/^up to (\d+): (\d+)$/, ends ? 'up to 0: 0' : step))
      .map(([upTo = '', v = '']) => ({ upTo: byte(upTo), value: byte(v) }));
    lines.at(-1)?.to.push({
      type: kinds[line.say('becomes')] as never,
      channel: asItCame(line.say('on channel')),
      number: moved || own === '' ? null : asItCame(own),
      shift: moved ? num(moved[2] ?? '') * (moved[1] === 'plus' ? 1 : -1) : 0,
      values: ends
        ? { type: 'ends', from: byte(ends[1] ?? ''), to: byte(ends[2] ?? ''), curve: curve(line.say('curve')) }
        : { type: 'table', steps },
    });
  }
  return { name, lines, rest };
}

/** Rebuilds what the sheet says on the gear of a rig; functions, landings, presets, layers and counters of the rig itself are not looked at. */
export function rebuilt(gear: Rig, lines: readonly ReadLine[]): Rig {
  const layers: Layer[] = [];
  const counters = new Map<string, Counter>();
  const assignments: Assignment[] = [];
  const landings: Landing[] = [];
  const order = (): number => assignments.length + landings.length + layers.length + 1;
  const units = [...gear.controllers, ...gear.targets];
  const unitOf = (line: ReadLine) => called<Controller | Target>(units, line.device);
  const controllerOf = (line: ReadLine): Controller => {
    const unit = unitOf(line);
    if (!('firmware' in unit)) throw new Error(`${unit.name} is no controller`);
    return unit;
  };
  const controlsOf = (c: Controller) => gear.controls.filter((x) => x.controllerId === c.id);
  function values(line: ReadLine, style: Style, type: Message['type'], controller: Controller): Behaviour {
    const said = line.say('values');
    const [text = said, velocity] = said.startsWith('notes by ')
      ? matched(/^notes by (counter .*), each struck at (\d+) until it is let go$/, said)
      : [said];
    const from = type === 'program' ? style.programBase : 0;
    const u = (t: string) => num(t) as never; // border: the reader takes what stands there
    if (text.startsWith('counter ')) {
      const [name = '', low = '', high = '', by = '', end = '', start = '', first = ''] = matched(
        /^counter (.*): (\d+) to (\d+) by (−?\d+), (wraps|stops), starts at (\d+)(, sends that first)?$/,
        text,
      );
      const id = `${controller.id} ${name}`;
      const counter = {
        id,
        order: order(),
        controllerId: controller.id,
        name,
        from: num(low) - from,
        to: num(high) - from,
        // Each gesture says by how much it counts.
        step: 1,
        atEnd: end === 'wraps' ? ('wrap' as const) : ('stop' as const),
        start: num(start) - from,
        firstPress: first === '' ? ('moves-on' as const) : ('sends-start' as const),
      };
      const before = counters.get(id);
      if (before && JSON.stringify({ ...before, order: 0 }) !== JSON.stringify({ ...counter, order: 0 }))
        throw new Error(`two counters are called ${name}`);
      counters.set(id, before ?? counter);
      return { type: 'stepping', counterId: id, step: num(by), ...(velocity === undefined ? {} : { velocity: num(velocity) }) };
    }
    if (text === '') return { type: 'fixed', value: u('0') };
    if (text.startsWith('relative, '))
      return {
        type: 'relative',
        coding: coding(text.slice(10)),
        acceleration:
          line.say('turned fast') === '' ? 1 : num(matched(/^up to (.*) × a click$/, line.say('turned fast'))[0] ?? ''),
      };
    const click = /^(?:(\d+) )?for each click (up|down)$/.exec(text);
    if (click) return { type: 'click', way: click[2] === 'up' ? 'up' : 'down', value: u(click[1] ?? '0') };
    if (text.endsWith(' on every press')) return { type: 'fixed', value: u(text.slice(0, -15)) };
    if (text.startsWith('alternating ')) {
      const [first = '', second = ''] = matched(/^alternating (\d+) \/ (\d+)$/, text);
      return { type: 'latching', first: u(first), second: u(second) };
    }
    if (text.endsWith(' on release')) {
      const [down = '', up = ''] = matched(/^(\d+) on press, (\d+) on release$/, text);
      return { type: 'momentary', down: u(down), up: u(up) };
    }
    const [low = '', high = ''] = matched(/^(\d+) to (\d+)$/, text);
    return { type: 'range', from: u(low), to: u(high), curve: curve(line.say('curve')) };
  }

  function action(line: ReadLine, controller: Controller): Action {
    const on = line.say('on presses');
    const made = plainAction(line, controller);
    return on === '' ? made : { ...made, turn: on.startsWith('1st') ? 'first' : 'second' };
  }

  function plainAction(line: ReadLine, controller: Controller): Action {
    const text = line.say('values');
    switch (line.say('type')) {
      case 'Wait':
        return { type: 'wait', ms: num(matched(/^(.*) ms$/, text)[0] ?? '') };
      case 'Own clock':
        return { type: 'tempo', bpm: text === 'tap' ? null : num(matched(/^(.*) BPM$/, text)[0] ?? '') };
      case 'Keys':
        return {
          type: 'keystroke',
          keys: text,
          ...(line.say('the other way') === '' ? {} : { back: line.say('the other way') }),
        };
      case 'Go': {
        if (text === 'to where it was last') return { type: 'go', to: { type: 'last-used' } };
        if (text.startsWith('to bank '))
          return { type: 'go', to: { type: 'bank', bank: num(matched(/^to bank (\d+)/, text)[0] ?? '') } };
        if (text.startsWith('to page ')) return { type: 'go', to: { type: 'page', page: num(text.slice(8)) } };
        const [what = '', sign = '', by = ''] = matched(/^(bank|page) ([+−])(\d+)$/, text);
        return { type: 'go', to: { type: 'step', what: what as 'bank', by: sign === '+' ? num(by) : -num(by) } };
      }
      default: {
        const style = controller.firmware.shows;
        const sent = message(line, style);
        const port = line.say('port');
        const out =
          port === '' ? {} : { port: port === 'every port' ? '' : port.startsWith('"') ? String(JSON.parse(port)) : port };
        const behaviour = values(line, style, sent.type, controller);
        return { type: 'send', message: sent, behaviour, pinned: false, meant: [], ...out };
      }
    }
  }

  function bankOf(text: string, controller: Controller): number | null {
    if (text === '' || text === 'every bank') return null;
    const names = Array.from({ length: controller.firmware.banks }, (_, i) => ({
      id: String(i + 1),
      name: controller.bankNames[i] || `bank ${i + 1}`,
    }));
    return Number(called(names, text).id);
  }

  const clocks = new Map<string, Controller['clock']>();
  const setUps = new Map<string, { before: string[]; after: string[] }>();
  for (const line of lines)
    for (const when of ['before', 'after'] as const) {
      if (line.say(when) === '') continue;
      const { id } = unitOf(line);
      const [, bpm] = /^Let it send MIDI clock, at (.*) BPM\.$/.exec(line.say(when)) ?? [];
      if (bpm !== undefined) clocks.set(id, { bpm: num(bpm) });
      const own = setUps.get(id) ?? { before: [], after: [] };
      if (bpm === undefined) own[when].push(line.say(when));
      setUps.set(id, own);
    }
  const isSetUp = (line: ReadLine): boolean => line.say('before') !== '' || line.say('after') !== '';

  // Layers first: what stands in them names them.
  for (const line of lines.filter((l) => l.side === 'controller' && l.say('opens') !== '')) {
    const controller = controllerOf(line);
    if (line.say('gesture') === 'tap') {
      const layer = layers.find((l) => l.id === `layer ${line.say('opens')}`);
      layer?.tap.push(action(line, controller));
      continue;
    }
    const name = line.say('opens');
    if (line.say('made in') === '') {
      // What a further modifier sends for a layer of the host.
      const layer = layers.find((l) => l.id === `layer ${name}`);
      layer?.alsoSignals.push({
        controlId: called(controlsOf(controller), line.say('control')).id,
        message: message(line, controller.firmware.shows),
      });
      continue;
    }
    const reaches = line.say('turns over');
    const side = /^the (left|right) side of (.*)$/.exec(reaches);
    layers.push({
      id: `layer ${name}`,
      order: order(),
      name,
      letter: 'X',
      shape: 'circle',
      modifierControlId: line.say('control') === '' ? null : called(controlsOf(controller), line.say('control')).id,
      mode: { 'while held': 'while-held', 'until the next press': 'toggled', 'for the next press': 'next-press' }[
        line.say('open')
      ] as Layer['mode'],
      tap: [],
      scope:
        reaches === 'every controller'
          ? { type: 'all' }
          : side
            ? { type: 'side', side: side[1] as 'left', controllerId: called(units, side[2] ?? '').id }
            : { type: 'controller', controllerId: called(units, reaches).id },
      madeIn: line.say('made in') === 'the host' ? 'host' : 'controller',
      signal: line.say('type') === 'Layer' ? null : message(line, controller.firmware.shows),
      alsoOpenedBy: listed(line.say('also opened by')).map((name) => called(controlsOf(controller), name).id),
      together: line.say('needs') !== '',
      alsoSignals: [],
      signalBy: line.say('signal') === '' ? 'added' : 'own',
      blinks: line.say('blinks') === '' ? 0 : num(matched(/^(.*) times a second while open$/, line.say('blinks'))[0] ?? ''),
      fallsThrough: line.say('where it has nothing') === 'what lies below acts',
      entered: null,
    });
  }
  // They were told apart by the names on the sheet; from here on those are their names.
  const inLayer = (text: string): string | null => {
    if (text === '' || /^Base( \(1 of \d+\))?$/.test(text)) {
      if (!layers.some((l) => l.name === text)) return null;
    }
    const found = layers.find((l) => l.name === text);
    if (!found) throw new Error(`no layer is called ${text}`);
    return found.id;
  };

  const groups: SwitchGroup[] = [];
  const arrivals: Arrival[] = [];
  const placeOf = (line: ReadLine, controller: Controller) => ({
    bank: bankOf(line.say('bank'), controller),
    page: line.say('page') === '' ? null : num(line.say('page').slice(5)),
  });
  for (const line of lines.filter((l) => l.side === 'controller' && l.say('opens') === '' && !isSetUp(l))) {
    const controller = controllerOf(line);
    if (line.say('type') === 'Release each other') {
      groups.push({
        id: `group ${groups.length}`,
        order: groups.length,
        controllerId: controller.id,
        name: line.say('group'),
        ...placeOf(line, controller),
        controlIds: listed(line.say('switches')).map((name) => called(controlsOf(controller), name).id),
        pressedAgain: line.say('pressed again') === 'goes off' ? 'turns-off' : 'stays-on',
        sendsOff: line.say('when released') === 'sends that it is off',
        entered: null,
        note: '',
      });
      continue;
    }
    if (line.say('type') === 'On arriving') {
      arrivals.push({
        id: `arrival ${arrivals.length}`,
        order: arrivals.length,
        controllerId: controller.id,
        ...placeOf(line, controller),
        actions: [],
        latches: listed(line.say('sets latches')).map((text) => {
          const [name = '', on = ''] = matched(/^(.*) (on|off)$/, text);
          return { controlId: called(controlsOf(controller), name).id, on: on === 'on' };
        }),
        atStart: line.say('after switching on') !== '',
        entered: null,
        note: '',
      });
      continue;
    }
    if (line.say('gesture') === 'arriving') {
      arrivals.at(-1)?.actions.push(action(line, controller));
      continue;
    }
    const part = line.say('part');
    if (part !== '' && !part.startsWith('1 of ')) {
      assignments.at(-1)?.actions.push(action(line, controller));
      continue;
    }
    const type = line.say('gesture') as 'press';
    assignments.push({
      id: `function ${assignments.length}`,
      order: order(),
      controlId: called(controlsOf(controller), line.say('control')).id,
      ...placeOf(line, controller),
      layerId: inLayer(line.say('layer')),
      gesture:
        line.say('together with') === ''
          ? { type }
          : {
              type: 'chord',
              with: called(controlsOf(controller), line.say('together with')).id,
              windowMs: num(matched(/^(.*) ms$/, line.say('within'))[0] ?? ''),
              singlesFire: line.say('each alone') === 'fires too',
            },
      actions: [action(line, controller)],
      wants: [],
      textShort: line.say('text'),
      textLong: line.say('long text'),
      colour: line.say('colour'),
      colourOff: line.say('colour off'),
      lightBy: lights[line.say('light follows')] ?? 'controller',
      minimum: false,
      entered: null,
      saved: null,
      proved: null,
      why: '',
      replaced: '',
      note: '',
    });
  }

  const stepsOf = (p: Parameter): readonly { readonly id: string; readonly name: string }[] =>
    (p.kind === 'toggle' ? [p.steps[0] ?? 'Off', p.steps[1] ?? 'On'] : p.steps).map((name, i) => ({
      id: String(i + p.lowest),
      name,
    }));
  function value(text: string, p: Parameter): number {
    if (p.kind === 'continuous') return num(p.unit === '' ? text : text.slice(0, -p.unit.length - 1));
    if (p.kind === 'trigger') return num(text);
    const steps = stepsOf(p);
    try {
      return Number(called(steps, text).id);
    } catch {
      return num(text);
    }
  }
  /** What has to be so: in words, and the parameter that tells it with its value, where one does. */
  function condition(text: string, among: readonly Parameter[]): Landing['conditions'][number] {
    const told = /^(.*) \[(.*): (.*?)\]( in place of the others on its number)?$/.exec(text);
    if (!told) return { words: text, when: null };
    const [, words = '', name = '', at = '', instead] = told;
    const of = called(among, name);
    return { words, when: { parameterId: of.id, value: value(at, of) }, ...(instead ? { instead: true } : {}) };
  }
  /** Two values with *to* between them, either of which may have that in its name. */
  function pair(text: string, p: Parameter): readonly [number, number] {
    for (let at = text.indexOf(' to '); at >= 0; at = text.indexOf(' to ', at + 1))
      try {
        return [value(text.slice(0, at), p), value(text.slice(at + 4), p)];
      } catch {
        // Not here then.
      }
    throw new Error(`${JSON.stringify(text)} is no range`);
  }

  const presets: Preset[] = [];
  const macros = new Map<string, Parameter['drives']>();
  for (const line of lines.filter((l) => l.side === 'software' && l.say('parameter') !== '')) {
    const target = unitOf(line);
    if (!('reception' in target)) throw new Error(`${target.name} is no target`);
    const parameter = called(
      gear.parameters.filter((p) => p.targetId === target.id),
      line.say('parameter'),
    );
    if (line.say('keeps').endsWith(' moved along, as follows')) continue;
    if (line.say('moves along') !== '') {
      const along = called(
        gear.parameters.filter((p) => p.targetId === target.id),
        line.say('moves along'),
      );
      const beats = /^(.*) beats? of /.exec(line.say('range'))?.[1];
      const [from, to] = beats === undefined ? pair(line.say('range'), along) : [along.lowest, along.highest];
      macros.set(parameter.id, [
        ...(macros.get(parameter.id) ?? []),
        {
          parameterId: along.id,
          from,
          to,
          curve: curve(line.say('curve')),
          ...(beats === undefined ? {} : { beats: num(beats) }),
        },
      ]);
      continue;
    }
    if (line.say('keeps') !== '') {
      presets.push({
        id: `preset ${presets.length}`,
        order: presets.length,
        parameterId: parameter.id,
        step: value(line.say('preset'), parameter),
        stored: line.say('keeps') === 'what follows',
        rest: line.say('all else') === 'not known afterwards' ? 'unknown' : 'stays',
        values: [],
        entered: null,
        note: '',
      });
      continue;
    }
    if (line.say('preset') !== '') {
      presets.at(-1)?.values.push({ parameterId: parameter.id, value: value(line.say('sets'), parameter) });
      continue;
    }
    // What it came with is part of the gear.
    if (line.say('to enter') !== '') continue;
    const [from, to] = line.say('range') === '' ? [parameter.lowest, parameter.highest] : pair(line.say('range'), parameter);
    landings.push({
      id: `landing ${landings.length}`,
      order: order(),
      targetId: target.id,
      parameterId: parameter.id,
      port: line.say('port'),
      address: message(line, target.reception.shows),
      hostLayerId: inLayer(line.say('layer')),
      given: null,
      mode: modes[line.say('hears it as')] ?? (line.say('hears it as').replace(' ', '-') as Landing['mode']),
      coding: line.say('coding') === '' ? null : coding(line.say('coding')),
      from,
      to,
      curve: curve(line.say('curve')),
      by: line.say('steps at once') === '' ? 1 : num(line.say('steps at once')),
      channels: line.say('channels') === 'any' ? 'all' : 'one',
      scope: (
        {
          '': 'target',
          'only for what is selected or in front': 'selected',
          'wherever the selection is (locked)': 'locked',
        } as const
      )[line.say('heard')] as Landing['scope'],
      settings: [...listed(line.say('also set'))],
      conditions: listed(line.say('only if')).map((text) =>
        condition(
          text,
          gear.parameters.filter((p) => p.targetId === target.id),
        ),
      ),
      takeover: { '': 'jump', jump: 'jump', 'pick up': 'pickup', scale: 'scale' }[line.say('takeover')] as Landing['takeover'],
      chosenBy: chosen(line.say('on values')),
      setValue: line.say('sets') === '' ? 0 : value(line.say('sets'), parameter),
      entered: null,
      proved: null,
      note: '',
    });
  }
  const between = (wire: Rig['wires'][number]): string => {
    const said = ({ unitId, port }: Rig['wires'][number]['from']): string => {
      const all = [...gear.controllers, ...gear.targets];
      const name = all.find((u) => u.id === unitId)?.name ?? '?';
      const same = all.filter((u) => u.name === name);
      const own = same.length > 1 ? `${name} (${same.findIndex((u) => u.id === unitId) + 1} of ${same.length})` : name;
      return port === '' ? own : `${own} ${port}`;
    };
    return `${wire.translator?.name || 'Translator'} between ${said(wire.from)} and ${said(wire.to)}`;
  };
  const boxes = lines.filter((l) => l.side === 'translator');
  const none = { before: [], after: [] };
  const own = <T extends Controller | Target>(unit: T): T => ({ ...unit, setUp: setUps.get(unit.id) ?? none });
  return {
    ...gear,
    controllers: gear.controllers.map(own).map((c) => ({ ...c, clock: clocks.get(c.id) ?? null })),
    targets: gear.targets.map(own),
    parameters: gear.parameters.map((p) => ({ ...p, drives: macros.get(p.id) ?? [] })),
    layers,
    counters: [...counters.values()],
    assignments,
    groups,
    arrivals,
    landings: [...landings, ...gear.landings.filter((l) => l.given !== null)],
    presets,
    // Whoever has the gear knows on which wire a box stands, and what is written on it.
    wires: gear.wires.map((w) => ({
      ...w,
      translator:
        w.translator &&
        translatorOf(
          w.translator?.name ?? '',
          boxes.filter((l) => l.device === between(w)),
        ),
    })),
  };
}
