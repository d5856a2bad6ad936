'use client';
import { alike, type CauseId, type CauseWords, causes } from '@/core/proof';
import type { Edit } from '@/core/rig';
import type { ToldDiagnosis, ToldExplanation } from '@/workers/proof.worker';
import { Button, buttonLook } from '../primitives/button';
// What is wrong, best explanation first: what it is, what speaks for it, what would look the same, and the two ways to mend it.
import { Link } from '../primitives/link';
import { addressWords, channelWords } from './stream-rows';

const byId = new Map<CauseId, CauseWords>(causes.map((c) => [c.id, c]));

interface Props {
  readonly diagnosis: ToldDiagnosis;
  readonly home: string;
  /** Takes an edit; what it says is done then. */
  readonly onEdit: (edit: Edit, words: string) => void;
  readonly calibrateHref: string;
  readonly controllerId: string;
  readonly controlId: string;
  /** What it is there for; null where that is nothing. */
  readonly targetId: string | null;
}

export function Explanations({ diagnosis, ...rest }: Props) {
  const [best, ...others] = diagnosis.explanations;
  if (!best) return null;
  // What leaves much more unexplained than the best one is no explanation.
  const close = others.filter((o) => o.unexplained < best.unexplained + 0.3).slice(0, 2);
  return (
    <section aria-label="What is wrong" className="flex flex-col gap-3">
      <Best explanation={best} {...rest} />
      {close.length > 0 && (
        <div className="text-xs text-ink-2">
          <p>Less likely:</p>
          <ul>
            {close.map((e) => (
              <li key={e.causes.map((c) => c.cause).join(' ')} className="mt-0.5">
                {titleOf(e)}
                {e.causes.map((c) => (c.found === '' ? '' : ` (${c.found})`)).join('')}.
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function Best({
  explanation,
  home,
  onEdit,
  calibrateHref,
  controllerId,
  controlId,
  targetId,
}: Omit<Props, 'diagnosis'> & { readonly explanation: ToldExplanation }) {
  const named = explanation.causes.map((c) => ({ ...c, words: byId.get(c.cause) }));
  const like = alike.filter(
    (a) => explanation.causes.some((c) => a.causes.includes(c.cause)) && explanation.alike.some((c) => a.causes.includes(c)),
  );
  const has = (cause: CauseId): boolean => explanation.causes.some((c) => c.cause === cause);
  return (
    <article className="rounded-md border border-stop bg-stop-wash p-4">
      <h3 className="text-lg font-semibold text-stop">{titleOf(explanation)}</h3>
      {named.map((c) => (
        <div key={c.cause} className="mt-1.5 flex flex-col gap-0.5">
          {c.found !== '' && (
            <p>
              Arrived: <b className="font-mono font-medium">{c.found}</b>
              {c.planned !== '' && (
                <>
                  . Planned: <b className="font-mono font-medium">{c.planned}</b>.
                </>
              )}
            </p>
          )}
          <p className="text-ink-2">{c.words?.why}</p>
          <p>{c.words?.mend}</p>
        </div>
      ))}
      {explanation.sends.length > 0 && !drawnOnly.some(has) && (
        <p className="mt-1.5 text-xs text-ink-2">
          If it is so, this gesture sends{' '}
          {explanation.sends.map((s) => `${addressWords(s.message)} ${channelWords(s.message)}: ${shortly(s.values)}`).join('; ')}
          .{explanation.unexplained > 0.05 && ' Not all of what arrived is explained by it.'}
        </p>
      )}
      {like.map((a) => (
        <p key={a.causes.join(' ')} className="mt-1.5 text-xs">
          It may as well be this:{' '}
          {a.causes
            .filter((c) => !explanation.causes.some((own) => own.cause === c))
            .map((c) => lowerFirst(byId.get(c)?.title ?? c))
            .join(', ')}
          . {a.apart}
        </p>
      ))}
      <Mends
        explanation={explanation}
        home={home}
        onEdit={onEdit}
        calibrateHref={calibrateHref}
        controllerId={controllerId}
        controlId={controlId}
        targetId={targetId}
        has={has}
      />
    </article>
  );
}

/** The changes that follow from an explanation. */
function Mends({
  explanation,
  home,
  onEdit,
  calibrateHref,
  controllerId,
  controlId,
  targetId,
  has,
}: {
  readonly explanation: ToldExplanation;
  readonly home: string;
  readonly onEdit: (edit: Edit, words: string) => void;
  readonly calibrateHref: string;
  readonly controllerId: string;
  readonly controlId: string;
  readonly targetId: string | null;
  readonly has: (cause: CauseId) => boolean;
}) {
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      {explanation.intoPlan && (
        <Button
          tone="mend"
          onClick={() => explanation.intoPlan && onEdit(explanation.intoPlan, 'Planned as it arrives. Try it once more.')}
        >
          Plan it as it arrives
        </Button>
      )}
      {explanation.ends && (
        <Button
          tone="mend"
          onClick={() =>
            explanation.ends && onEdit(explanation.ends.edit, 'Its ends are kept. Enter them in the unit and try it again.')
          }
        >
          Keep {Math.round(explanation.ends.low * 100)} % and {Math.round(explanation.ends.high * 100)} % as its ends
        </Button>
      )}
      {(has('ends') || has('jitter')) && (
        <Link className={buttonLook({ tone: 'mend' })} href={calibrateHref}>
          Calibrate it
        </Link>
      )}
      {has('nothing') && (
        <Link
          className={buttonLook({ tone: 'mend' })}
          href={`${home}/gear/nothing?from=${controllerId}&control=${controlId}&heard=nothing${targetId ? `&to=${targetId}` : ''}`}
        >
          Find out why nothing arrives
        </Link>
      )}
      {has('doubled') && (
        <Link className={buttonLook({ tone: 'mend' })} href={`${home}/gear/wiring`}>
          Look at the wiring
        </Link>
      )}
    </div>
  );
}

/** Causes whose evidence is a matter of how it is drawn: a list of values would say nothing. */
const drawnOnly: readonly CauseId[] = ['ends', 'jitter', 'touch', 'nothing'];

const titleOf = (e: ToldExplanation): string => e.causes.map((c) => byId.get(c.cause)?.title ?? c.cause).join('; and ');

const shortly = (values: readonly number[]): string =>
  values.length <= 8 ? values.join(' ') : `${values.slice(0, 3).join(' ')} … ${values.at(-1)}`;

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
