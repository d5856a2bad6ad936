// The trials of one function so far: when, how they ended, who did them and with what.
import { causes, type ProofRecord } from '@/core/proof';
import { cx } from '../primitives/cx';

const titles = new Map(causes.map((c) => [c.id, c.title]));
const SHOWN = 8;

const sources: Readonly<Record<ProofRecord['by'], string>> = { device: '', simulated: 'in simulation', typed: 'typed in' };

export function TrialList({ trials }: { readonly trials: readonly ProofRecord[] }) {
  if (trials.length === 0) return null;
  return (
    <section aria-label="Trials so far" className="mt-2">
      <h3 className="text-xs font-medium text-ink-2">Trials so far</h3>
      <ul>
        {trials.slice(0, SHOWN).map((t) => (
          <li key={t.id} className="flex flex-wrap gap-x-3 border-b py-1 text-xs text-ink-2">
            <span className="font-mono">{`${t.at.slice(0, 10)} ${t.at.slice(11, 16)}`}</span>
            <span className={cx('font-medium text-ink', t.outcome === 'failed' && 'text-stop')}>{t.outcome}</span>
            <span className="min-w-0 flex-1">
              {[
                t.causes.map((c) => titles.get(c) ?? c).join('; '),
                t.who === '' ? '' : `by ${t.who}`,
                sources[t.by],
                t.by === 'device' && t.port !== '' ? `on ${t.port}` : '',
                t.versions === '' ? '' : `with ${t.versions}`,
              ]
                .filter((w) => w !== '')
                .join(', ')}
            </span>
          </li>
        ))}
      </ul>
      {trials.length > SHOWN && <p className="pt-1 text-xs text-ink-2">{trials.length - SHOWN} older ones are in the record.</p>}
    </section>
  );
}
