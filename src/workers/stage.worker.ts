// Stage off the screen's thread: follows every controller by what is heard of it, and plays the drawn ones where no hardware is there.
import { expose } from 'comlink';
import { sysexOf } from '@/core/bench';
import {
  type ControllerInput,
  type ControllerState,
  compileController,
  type SpeakingTable,
  speakingTable,
  stepController,
  switchOn,
  type Whereabouts,
} from '@/core/controller';
import {
  beginFollowing,
  type FollowedView,
  type Following,
  hearAmong,
  takenOver,
  toldPlace,
  viewOf,
  whileDeaf,
} from '@/core/following';
import type { PackedMessage } from '@/core/midi';
import { indexRig, type Rig } from '@/core/rig';

/** More situations than this are not followed. */
const MOST = 2000;

interface Member {
  readonly id: string;
  readonly table: SpeakingTable | null;
  following: Following | null;
  readonly step: (state: ControllerState, input: ControllerInput) => ReturnType<typeof stepController>;
  readonly begun: () => ReturnType<typeof switchOn>;
  /** The one that is drawn and played here, and when anything was done with it last. */
  state: ControllerState;
  doneAt: number;
  timer: ReturnType<typeof setTimeout> | null;
}

/** What is known of controllers by now; null for one that cannot be followed. */
export type Views = Readonly<Record<string, FollowedView | null>>;

/** What was known after each of some messages, one after the other. */
type Tell = (told: readonly Views[]) => void;

/** What came in at one moment by a port on which some controllers speak. */
export interface Heard {
  readonly ids: readonly string[];
  readonly atMs: number;
  readonly words: readonly PackedMessage[];
  /** Those of the words that a clock or a pedal of no controller may have sent. Where no controller here sends such a word, it says nothing of them. */
  readonly besides: readonly PackedMessage[];
}

let units: readonly Member[] = [];
let tell: Tell = () => undefined;

function openUnits(rig: Rig): readonly Member[] {
  const index = indexRig(rig);
  const sysex = sysexOf(index);
  return rig.controllers.map((controller): Member => {
    const table = speakingTable(index, controller, sysex, MOST);
    const controlIds = (index.controlsOf.get(controller.id) ?? []).map((c) => c.id);
    const program = compileController(index, { controller, controlIds, sysex, place: null });
    return {
      id: controller.id,
      table,
      following: table && beginFollowing(table, 'anywhere'),
      step: (state, input) => stepController(program, state, input),
      begun: () => switchOn(program),
      state: switchOn(program).state,
      doneAt: 0,
      timer: null,
    };
  });
}

const viewsOf = (some: readonly Member[]): Views =>
  Object.fromEntries(some.map(({ id, table, following }) => [id, table && following && viewOf(table, following)]));

/** What is known after each of the words. */
function* hears({ ids, atMs, words, besides }: Heard): Generator<Views, undefined> {
  const some = units.filter((u) => ids.includes(u.id));
  const isTheirs = (word: PackedMessage): boolean => some.some((u) => u.table?.said.has(word));
  for (const word of words) {
    if (besides.includes(word) && !isTheirs(word)) continue;
    const all = some.flatMap((u) => (u.table && u.following ? [{ u, table: u.table, following: u.following }] : []));
    hearAmong(all, atMs, word).forEach((now, i) => {
      const unit = all[i]?.u;
      if (unit) unit.following = now;
    });
    yield viewsOf(some);
  }
}

/** What the drawn controller does with an input, and what is heard of that. Where it stands then is seen: it is drawn. */
function plays(unit: Member, input: ControllerInput): void {
  const { state, output, wakeAt } = unit.step(unit.state, input);
  unit.state = state;
  unit.doneAt = input.t;
  const words = output.filter((_, i) => i % 3 === 0);
  if (words.length > 0) tell([...hears({ ids: [unit.id], atMs: input.t, words, besides: [] })]);
  if (unit.table && unit.following) {
    const open = state.open.flatMap((o) => (o.until === 'release' ? [] : [o.id])).join(' ');
    const isThere = (p: Whereabouts): boolean => p.bank === state.bank && p.page === state.page && p.layerIds.join(' ') === open;
    unit.following = toldPlace(unit.table, unit.following, isThere);
    tell([viewsOf([unit])]);
  }
  if (unit.timer !== null) clearTimeout(unit.timer);
  unit.timer =
    wakeAt === null ? null : setTimeout(() => plays(unit, { type: 'tick', t: wakeAt }), Math.max(0, wakeAt - performance.now()));
}

/** Nothing was heard of it yet: hardware may be anywhere. */
function anywhere(unit: Member): void {
  if (unit.table) unit.following = beginFollowing(unit.table, 'anywhere');
}

function switchedOn(unit: Member): void {
  if (unit.table) unit.following = beginFollowing(unit.table, 'switched-on');
  unit.state = unit.begun().state;
}

/** What is done on the drawing. */
export type DrawnInput =
  | { readonly type: 'press'; readonly controlId: string }
  | { readonly type: 'release'; readonly controlId: string }
  | { readonly type: 'move'; readonly controlId: string; readonly position: number }
  | { readonly type: 'turn'; readonly controlId: string; readonly clicks: number }
  | { readonly type: 'step'; readonly what: 'bank' | 'page'; readonly by: 1 | -1 };

const api = {
  /** Opens a rig; everything that is known is told at once, and again whenever it changes. What is played on the drawing is just switched on; hardware may be anywhere. */
  begin(rig: Rig, drawn: readonly string[], to: Tell): void {
    for (const { timer } of units) if (timer !== null) clearTimeout(timer);
    tell = to;
    units = openUnits(rig);
    for (const unit of units) if (drawn.includes(unit.id)) switchedOn(unit);
    tell([viewsOf(units)]);
  },
  /** What came in, in its order. */
  heard(all: readonly Heard[]): void {
    tell(all.flatMap((one) => [...hears(one)]));
  },
  /** From now on those are played on the drawing, and the others heard on a port: who changes over begins anew. */
  sources(drawn: readonly string[], changed: readonly string[]): void {
    const some = units.filter((u) => changed.includes(u.id));
    for (const unit of some) if (drawn.includes(unit.id)) switchedOn(unit);
    for (const unit of some) if (!drawn.includes(unit.id)) anywhere(unit);
    tell([viewsOf(some)]);
  },
  /** Another window knew this until a moment ago, by the clock that tells when something came in; what is played on the drawing stood where it was drawn. */
  takenOver(views: Views, drawn: readonly string[], atMs: number): void {
    for (const unit of units) {
      const view = views[unit.id];
      if (!unit.table || !view) continue;
      const [likely] = view.likely;
      if (drawn.includes(unit.id) && likely) {
        unit.state = { ...unit.state, bank: likely.bank, page: likely.page };
        unit.following = toldPlace(
          unit.table,
          beginFollowing(unit.table, 'anywhere'),
          (p) => p.bank === likely.bank && p.page === likely.page && p.layerIds.length === 0,
        );
      } else {
        const known = { ...view, on: [...view.on, ...view.onLast], positions: new Map(Object.entries(view.positions)) };
        unit.following = takenOver(unit.table, known, atMs);
      }
    }
    tell([viewsOf(units)]);
  },
  /** The port of some is gone. */
  deaf(ids: readonly string[]): void {
    const some = units.filter((u) => ids.includes(u.id));
    for (const unit of some) if (unit.table && unit.following) unit.following = whileDeaf(unit.table, unit.following);
    tell([viewsOf(some)]);
  },
  /** Somebody says where a controller is. */
  told(id: string, bank: number, page: number): void {
    const unit = units.find((u) => u.id === id);
    if (!unit?.table || !unit.following) return;
    unit.following = toldPlace(unit.table, unit.following, (p) => p.bank === bank && p.page === page);
    tell([viewsOf([unit])]);
  },
  /** A controller was switched off and on. */
  restarted(id: string): void {
    const unit = units.find((u) => u.id === id);
    if (!unit) return;
    switchedOn(unit);
    tell([viewsOf([unit])]);
  },
  /** `at`: when, in milliseconds since 1970: it may come late, and what waits may have been due meanwhile. */
  drawn(id: string, input: DrawnInput, at: number): void {
    const unit = units.find((u) => u.id === id);
    if (!unit) return;
    const t = Math.max(unit.doneAt, at - performance.timeOrigin);
    if (input.type === 'press') plays(unit, { ...input, t, velocity: null });
    else if (input.type === 'step') plays(unit, { type: 'go', t, to: { type: 'step', what: input.what, by: input.by } });
    else plays(unit, { ...input, t });
  },
};

export type StageWorker = typeof api;

expose(api);
