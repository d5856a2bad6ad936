'use client';

// Labels for one bank of one controller: how far away they are read from decides how large the letters are.

import { parseAsInteger, parseAsString, useQueryState } from 'nuqs';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { capsFor, type Labels, type LabelWish, makeLabels } from '@/core/paper';
import type { Controller, Rig } from '@/core/rig';
import { Field, Select } from '../primitives/field';
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';
import { PaperView } from './paper-view';
import { PdfButton } from './pdf-button';
import { type PdfMaking, usePdf } from './use-pdf';

const distances: ReadonlyArray<readonly [number, string]> = [
  [400, '40 cm, at hand'],
  [600, '60 cm, on a table'],
  [1000, '1 m, on a stand'],
  [1500, '1.5 m, at the feet, seated'],
  [1800, '1.8 m, at the feet, standing'],
];
const tapes = [6, 9, 12, 18, 24, 36] as const;

export function LabelsScreen() {
  const index = useRig((s) => s.index);
  const { rig } = index;
  const pdf = usePdf();
  const [controllerId, setController] = useQueryState('controller', parseAsString);
  const [bank, setBank] = useQueryState('bank', parseAsInteger.withDefault(1));
  const [distance, setDistance] = useQueryState('distance', parseAsInteger.withDefault(1000));
  const [tape, setTape] = useQueryState('tape', parseAsInteger.withDefault(12));
  const [ofPages, setOfPages] = useQueryState('page', parseAsInteger.withDefault(0));
  const [page, setPage] = useState(0);
  const controller = rig.controllers.find((c) => c.id === controllerId) ?? rig.controllers[0];
  const wish = useMemo(
    () =>
      controller
        ? {
            controllerId: controller.id,
            bank: Math.min(bank, controller.firmware.banks),
            page: ofPages >= 1 && ofPages <= controller.firmware.pages ? ofPages : null,
            distance,
            tape,
          }
        : null,
    [controller, bank, ofPages, distance, tape],
  );
  const labels = useMemo(() => wish && makeLabels(index, wish), [index, wish]);
  if (!controller || !wish || !labels) return <NothingToLabel rig={rig} />;
  const pages = labels.paper.pages.length;
  const shown = Math.min(page, pages - 1);
  const strips = labels.pieces.filter((p) => p.kind === 'strip').length;
  const stickers = labels.pieces.length - strips;
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <LabelsHead rig={rig} pdf={pdf} controller={controller} wish={wish} />
      <div className="flex min-h-0 flex-1">
        <LabelsChoice
          rig={rig}
          setController={setController}
          setBank={setBank}
          setOfPages={setOfPages}
          distance={distance}
          setDistance={setDistance}
          tape={tape}
          setTape={setTape}
          controller={controller}
          wish={wish}
          labels={labels}
          pages={pages}
          strips={strips}
          stickers={stickers}
        />
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls can be scrolled by keyboard */}
        <section aria-label="The paper" tabIndex={0} className="min-w-0 flex-1 overflow-y-auto px-8 py-6">
          <div className="mx-auto max-w-[760px]">
            {labels.pieces.length === 0 ? (
              <p className="text-ink-2">Nothing is mapped in this bank yet.</p>
            ) : (
              <>
                <PageButtons setPage={setPage} pages={pages} shown={shown} />
                <PaperView paper={labels.paper} page={shown} />
              </>
            )}
          </div>
        </section>
      </div>
    </main>
  );
}

function NothingToLabel({ rig }: { readonly rig: Rig }) {
  return (
    <main className="flex-1 px-6 py-10">
      <h1 className="text-xl font-semibold">Labels</h1>
      <p className="mt-2 text-ink-2">
        There is no controller to label.{' '}
        <Link href={`/rigs/${rig.id}/gear`} className="text-verdigris underline">
          Add one
        </Link>
      </p>
    </main>
  );
}

function LabelsHead({
  rig,
  pdf,
  controller,
  wish,
}: {
  readonly rig: Rig;
  readonly pdf: PdfMaking;
  readonly controller: Controller;
  readonly wish: LabelWish;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3 border-b bg-sheet px-6 py-2.5">
      <h1 className="text-lg font-semibold">Labels</h1>
      <p className="text-ink-2">to scale, for cutting out</p>
      <span className="ml-auto flex items-center gap-3">
        <Link href={`/rigs/${rig.id}/sheet`} className="text-verdigris underline">
          Back to the sheet
        </Link>
        <PdfButton
          pdf={pdf}
          onMake={() => pdf.make(`${controller.name} labels.pdf`, (worker, told) => worker.labels(rig, wish, told))}
        >
          PDF
        </PdfButton>
      </span>
    </div>
  );
}

/** Which controller and bank, read from how far, on which tape. */
function LabelsChoice({
  rig,
  setController,
  setBank,
  setOfPages,
  distance,
  setDistance,
  tape,
  setTape,
  controller,
  wish,
  labels,
  pages,
  strips,
  stickers,
}: {
  readonly rig: Rig;
  readonly setController: (to: string) => unknown;
  readonly setBank: (to: number) => unknown;
  readonly setOfPages: (to: number) => unknown;
  readonly distance: number;
  readonly setDistance: (to: number) => unknown;
  readonly tape: number;
  readonly setTape: (to: number) => unknown;
  readonly controller: Controller;
  readonly wish: LabelWish;
  readonly labels: Labels;
  readonly pages: number;
  readonly strips: number;
  readonly stickers: number;
}) {
  return (
    <aside aria-label="What to label" className="flex w-[300px] shrink-0 flex-col gap-4 overflow-y-auto border-r px-6 py-5">
      <Field label="Controller">
        {(id) => (
          <Select id={id} value={controller.id} onChange={(e) => void setController(e.target.value)}>
            {rig.controllers.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      {controller.firmware.banks > 1 && (
        <Field label="Bank">
          {(id) => (
            <Select id={id} value={wish.bank ?? 1} onChange={(e) => void setBank(Number(e.target.value))}>
              {Array.from({ length: controller.firmware.banks }, (_, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a bank is its number
                <option key={i} value={i + 1}>
                  {controller.bankNames[i] || `Bank ${i + 1}`}
                </option>
              ))}
            </Select>
          )}
        </Field>
      )}
      <PageOfBank pages={controller.firmware.pages} page={wish.page} onPage={setOfPages} />
      <ReadFrom distance={distance} setDistance={setDistance} tape={tape} setTape={setTape} />
      <p className="text-ink-2">
        {counted(strips, 'strip')}
        {stickers > 0 && `, ${counted(stickers, 'sticker')}`} on {counted(pages, 'page')}.
      </p>
      {labels.troubles.length > 0 && <CutShort rig={rig} controller={controller} labels={labels} />}
    </aside>
  );
}

/** Which page of the bank; all of them stand on one label where none is chosen. */
function PageOfBank({
  pages,
  page,
  onPage,
}: {
  readonly pages: number;
  readonly page: number | null;
  readonly onPage: (to: number) => unknown;
}) {
  if (pages === 1) return null;
  return (
    <Field label="Page of the bank">
      {(id) => (
        <Select id={id} value={page ?? 0} onChange={(e) => void onPage(Number(e.target.value))}>
          <option value={0}>All pages, on one label</option>
          {Array.from({ length: pages }, (_, i) => i + 1).map((n) => (
            <option key={n} value={n}>
              Page {n}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}

/** From how far it is read, and how wide the tape is. */
function ReadFrom({
  distance,
  setDistance,
  tape,
  setTape,
}: {
  readonly distance: number;
  readonly setDistance: (to: number) => unknown;
  readonly tape: number;
  readonly setTape: (to: number) => unknown;
}) {
  return (
    <>
      <Field label="Read from" hint={`Capitals ${capsFor(distance)} mm high: the distance over 200.`}>
        {(id) => (
          <Select id={id} value={distance} onChange={(e) => void setDistance(Number(e.target.value))}>
            {distances.map(([mm, words]) => (
              <option key={mm} value={mm}>
                {words}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Tape" hint="Strips with more layers than it has room for are wider.">
        {(id) => (
          <Select id={id} value={tape} onChange={(e) => void setTape(Number(e.target.value))}>
            {tapes.map((mm) => (
              <option key={mm} value={mm}>
                {mm} mm
              </option>
            ))}
          </Select>
        )}
      </Field>
    </>
  );
}

/** Texts that have no room at this size. */
function CutShort({ rig, controller, labels }: { readonly rig: Rig; readonly controller: Controller; readonly labels: Labels }) {
  return (
    <section aria-label="Cut short">
      <h2 className="font-semibold text-caution">Cut short at this size</h2>
      <p className="text-xs text-ink-2">Give the function a shorter text for the display on the map, or read it from nearer.</p>
      <ul className="mt-1">
        {labels.troubles.slice(0, 30).map((t) => (
          <li key={`${t.controlId} ${t.text}`} className="border-b py-1 wrap-anywhere">
            <Link
              href={`/rigs/${rig.id}/map?controller=${controller.id}&control=${t.controlId}`}
              className="text-verdigris underline"
            >
              {t.control}
            </Link>{' '}
            {t.text}
            <span className="block text-xs text-ink-2">{t.shown === '' ? 'not shown at all' : `shown as “${t.shown}”`}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function PageButtons({
  setPage,
  pages,
  shown,
}: {
  readonly setPage: (to: number) => void;
  readonly pages: number;
  readonly shown: number;
}) {
  return (
    <>
      {pages > 1 && (
        <p className="mb-2 flex items-center gap-2 text-xs text-ink-2">
          Page
          {Array.from({ length: pages }, (_, i) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: a page is its place
              key={i}
              type="button"
              aria-current={i === shown ? 'page' : undefined}
              onClick={() => setPage(i)}
              className={`min-w-6 rounded-sm border px-1.5 ${i === shown ? 'border-verdigris bg-verdigris text-on-verdigris' : 'border-control-edge'}`}
            >
              {i + 1}
            </button>
          ))}
        </p>
      )}
    </>
  );
}
