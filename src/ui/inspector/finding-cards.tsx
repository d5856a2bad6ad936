'use client';
import type { Finding } from '@/core/checks';
import type { Edit } from '@/core/rig';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
// What is wrong with the chosen assignment, each with its reason and the changes that mend it.
import { Link } from '../primitives/link';
import { SeverityMark, severityName } from '../primitives/marks';
import { useRig } from '../store/provider';
import { nothingMends, useFixes } from '../store/use-fixes';

const wash = {
  stop: 'bg-stop-wash border-stop/40',
  caution: 'bg-caution-wash border-caution/40',
  note: 'bg-note-wash border-note/40',
} as const;

export function FindingCards({
  findings,
  edit,
}: {
  readonly findings: readonly Finding[];
  readonly edit: (edit: Edit) => boolean;
}) {
  return findings.map((finding) => <FindingCard key={`${finding.check} ${finding.parameterId}`} finding={finding} edit={edit} />);
}

function FindingCard({ finding, edit }: { readonly finding: Finding; readonly edit: (edit: Edit) => boolean }) {
  const answer = useFixes(finding);
  const rigId = useRig((s) => s.index.rig.id);
  return (
    <section
      aria-label={`${severityName(finding.severity)}: ${finding.title}`}
      className={cx('rounded-md border px-3 py-2.5', wash[finding.severity])}
    >
      <div className="flex gap-2">
        <SeverityMark severity={finding.severity} className="mt-0.5" />
        <p className="min-w-0 flex-1 text-[13.5px] leading-5">
          <b>{finding.title}</b> {finding.reason}
          {finding.assumed !== null && (
            <>
              {' '}
              Nobody has said so:{' '}
              <Link href={`/rigs/${rigId}/gear?unit=${finding.assumed.unitId}`} className="font-medium text-verdigris underline">
                say it in Gear
              </Link>
              .
            </>
          )}
        </p>
      </div>
      <div className="mt-2 flex flex-wrap gap-1.5 pl-6">
        {answer?.fixes.map((fix, i) => (
          <Button
            key={fix.label}
            tone={i === 0 ? 'mend' : 'quiet'}
            size="small"
            className={cx('h-auto min-h-7 max-w-full py-1 text-left whitespace-normal', i !== 0 && 'text-ink')}
            onClick={() => edit(fix.edit)}
          >
            {fix.label}
          </Button>
        ))}
        {answer?.fixes.length === 0 && (
          <p className="text-xs text-ink-2">{nothingMends(finding, answer)} Change the sentence above.</p>
        )}
      </div>
    </section>
  );
}
