'use client';
// A controller on Stage: what it is called, where it is by what is heard, and its panel.
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import type { Whereabouts } from '@/core/controller';
import type { FollowedView } from '@/core/following';
import type { Controller, RigIndex } from '@/core/rig';
import type { PortNow } from '@/ports';
import { type PortProblem, problemWords } from '@/ports';
import type { StageWorker } from '@/workers/stage.worker';
import { bankWords } from '../place/bank-words';
import { Button } from '../primitives/button';
import type { PlayDrawn } from './drawn';
import { StagePanel } from './stage-panel';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  /** Null where it cannot be followed, or is not yet. */
  readonly view: FollowedView | null;
  readonly looked: boolean;
  /** How its port stands; null where the drawing is played. */
  readonly port: PortNow | null;
  readonly next: ReadonlyMap<string, readonly number[]>;
  readonly scale: number;
  readonly letters: number;
  /** Lines of the card for when nobody knows where it stands. */
  readonly card: readonly string[];
  /** Null where another window leads. */
  readonly worker: (() => Remote<StageWorker> | null) | null;
}

/** Pixels that the writing above a panel takes. */
export const ABOVE = 56;

export function StageUnit(props: Props) {
  const { index, controller, view, looked, port, card, worker } = props;
  const { id } = controller;
  const isDrawn = worker !== null && port === null;
  const play = useMemo(
    (): PlayDrawn | null => (isDrawn ? (input, at) => void worker()?.drawn(id, input, performance.timeOrigin + at) : null),
    [isDrawn, worker, id],
  );
  const places = view?.likely ?? everyPlace(controller);
  const { firmware } = controller;
  const several = firmware.banks > 1 || firmware.pages > 1;
  return (
    <section aria-label={controller.name} className="min-w-0">
      <div className="flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 pb-1.5">
        <h2 className="text-base text-ink-2">{controller.name}</h2>
        {view && several && (
          <p role="status" className="text-xl font-semibold">
            {placesWords(controller, index, view)}
          </p>
        )}
        {looked && !view && <p className="text-sm text-caution">It can be in too many places to be followed.</p>}
        {view && several && worker && view.likely.length > 1 && placesOf(controller, view.possible).length > 1 && (
          <WhichPlace controller={controller} places={view.possible} tell={(bank, page) => void worker()?.told(id, bank, page)} />
        )}
        {view && several && play === null && view.likely.length === 1 && view.possible.length > 1 && (
          <p className="text-sm text-ink-2">{elseWords(controller, view)}</p>
        )}
        <span className="ml-auto flex items-center gap-2">
          {play && firmware.bankButtons && <OwnButtons controller={controller} play={play} />}
          {several && worker && play === null && (
            <Button size="small" tone="quiet" onClick={() => void worker()?.restarted(id)}>
              Just switched on
            </Button>
          )}
        </span>
        {port !== null && port !== 'heard' && <PortWords port={port} />}
      </div>
      {view?.lost && (
        <div role="alert" className="mb-2 rounded-md border border-stop bg-stop-wash px-3 py-2 text-sm">
          <p className="text-base font-semibold">Lost: what came cannot have been sent from where {controller.name} was.</p>
          <div className="min-[900px]:columns-2 min-[900px]:gap-8">
            {card.map((line, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the lines of one card, in order
              <p key={i}>{line}</p>
            ))}
          </div>
        </div>
      )}
      <StagePanel
        index={index}
        controller={controller}
        view={view}
        places={places}
        next={props.next}
        scale={props.scale}
        letters={props.letters}
        play={play}
      />
    </section>
  );
}

/** Where nobody can follow it, or not yet: it may be at any bank and page. */
const everyPlace = ({ firmware }: Controller): readonly Whereabouts[] =>
  Array.from({ length: firmware.banks * firmware.pages }, (_, i) => ({
    bank: Math.floor(i / firmware.pages) + 1,
    page: (i % firmware.pages) + 1,
    layerIds: [],
  }));

/** The buttons of the unit itself, on the drawing. */
function OwnButtons({ controller, play }: { readonly controller: Controller; readonly play: PlayDrawn }) {
  const { banks, pages } = controller.firmware;
  const steps = [...(banks > 1 ? (['bank'] as const) : []), ...(pages > 1 ? (['page'] as const) : [])];
  return steps.flatMap((what) =>
    ([-1, 1] as const).map((by) => (
      <Button key={`${what} ${by}`} size="small" onClick={({ timeStamp }) => play({ type: 'step', what, by }, timeStamp)}>
        {`${what === 'bank' ? 'Bank' : 'Page'} ${by > 0 ? 'up' : 'down'}`}
      </Button>
    )),
  );
}

function PortWords({ port }: { readonly port: 'opening' | PortProblem }) {
  if (port === 'opening') return <p className="basis-full text-sm text-ink-2">Its port is being opened…</p>;
  return (
    <p role="alert" className="basis-full text-sm text-stop">
      {port === 'gone'
        ? 'Its port is gone: not heard. It is taken up again by itself as soon as it is back.'
        : problemWords[port]}
    </p>
  );
}

function placeName(controller: Controller, { bank, page }: Pick<Whereabouts, 'bank' | 'page'>): string {
  const { banks, pages } = controller.firmware;
  return [...(banks > 1 ? [bankWords(bank, controller.bankNames[bank - 1])] : []), ...(pages > 1 ? [`page ${page}`] : [])].join(
    ', ',
  );
}

/** The same on a button: `2`, or `2.1` for a bank and page. */
const shortPlace = ({ firmware }: Controller, { bank, page }: Whereabouts): string =>
  [...(firmware.banks > 1 ? [bank] : []), ...(firmware.pages > 1 ? [page] : [])].join('.');

const unique = (names: readonly string[]): readonly string[] => [...new Set(names)];

/** Where it is, as far as that is known: `Bank 2 “Haze”`, `Bank 2 or 3`, or that nobody knows. */
function placesWords(controller: Controller, index: RigIndex, { likely, places }: FollowedView): string {
  const [one] = likely;
  const at = unique(likely.map((p) => placeName(controller, p)));
  if (!one || (likely.length === places && at.length > 1)) return 'Which bank?';
  const open = unique(likely.flatMap((p) => p.layerIds));
  const layers = open.map((id) => {
    const name = index.layers.get(id)?.name ?? '?';
    return likely.every((p) => p.layerIds.includes(id)) ? `${name} open` : `${name} perhaps open`;
  });
  return [at.join(' or '), ...layers].join(' · ');
}

/** Where else it may be, where moves are not heard. */
function elseWords(controller: Controller, { likely, possible }: FollowedView): string {
  const here = new Set(likely.map((p) => placeName(controller, p)));
  const others = unique(possible.map((p) => placeName(controller, p))).filter((name) => !here.has(name));
  return others.length === 0 ? '' : 'or elsewhere by now: that is not heard';
}

/** Banks and pages among some places, each once and in their order: a figure from 1 stands for each. */
export const placesOf = (controller: Controller, places: readonly Whereabouts[]): readonly Whereabouts[] =>
  [...new Map(places.map((p) => [placeName(controller, p), p])).values()].sort((a, b) => a.bank - b.bank || a.page - b.page);

/** One press says which bank and page it is. */
function WhichPlace({
  controller,
  places,
  tell,
}: {
  readonly controller: Controller;
  readonly places: readonly Whereabouts[];
  readonly tell: (bank: number, page: number) => void;
}) {
  const each = placesOf(controller, places);
  return (
    <span className="flex flex-wrap gap-1.5">
      {each.map((place, i) => (
        <Button
          key={placeName(controller, place)}
          size="small"
          aria-label={`It is ${placeName(controller, place)}`}
          title={`${placeName(controller, place)}${i < 9 ? ` (${i + 1})` : ''}`}
          onClick={() => tell(place.bank, place.page)}
        >
          {shortPlace(controller, place)}
        </Button>
      ))}
    </span>
  );
}
