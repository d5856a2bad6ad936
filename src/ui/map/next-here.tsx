'use client';

// Where no control is chosen: what is next on this controller — what to mend here, what waits, what was made last.

import { type Finding, openFindings } from '@/core/checks';
import { meantNames } from '@/core/commands';
import type { Assignment, Controller, RigIndex } from '@/core/rig';
import { placeWords } from '@/core/sheets';
import type { GoTo } from '../place/use-place';
import { Link } from '../primitives/link';
import { SeverityMark } from '../primitives/marks';
import { useRig } from '../store/provider';
import { useChoosing } from './use-choosing';

/** Most lines of a list. */
const MOST = 6;

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly go: GoTo;
}

export function NextHere({ index, controller, go }: Props) {
  const findings = useRig((s) => s.findings);
  const { chooseAssignment } = useChoosing(index, controller, go);
  const own = (index.controlsOf.get(controller.id) ?? []).flatMap((c) => index.assignmentsOf.get(c.id) ?? []);
  const grave = own
    .flatMap((assignment) => {
      const [finding] = openFindings(findings.get(assignment.id)).filter((f) => f.severity !== 'note');
      return finding ? [{ assignment, finding }] : [];
    })
    .sort((a, b) => Number(b.finding.severity === 'stop') - Number(a.finding.severity === 'stop'));
  const waiting = index.rig.parameters.filter((p) => !index.sendsFor.has(p.id)).length;
  const last = [...own].sort((a, b) => b.order - a.order).slice(0, 3);
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-5 overflow-y-auto px-4 py-5">
      <p className="text-ink-2">
        Choose a control on the panel to see and change what it does. Arrow keys walk the panel;{' '}
        <kbd className="font-mono text-xs">?</kbd> lists the keys.
      </p>
      {index.rig.assignments.length === 0 && (
        <p>
          <Link className="text-verdigris underline" href={`/rigs/${index.rig.id}/begin`}>
            Your first function, step by step
          </Link>
        </p>
      )}
      {grave.length > 0 && (
        <section aria-labelledby="next-mend" className="flex flex-col gap-1.5">
          <h2 id="next-mend" className="text-xs font-semibold">
            To look at on {controller.name}
          </h2>
          <ul>
            {grave.slice(0, MOST).map(({ assignment, finding }) => (
              <Line key={assignment.id} index={index} controller={controller} assignment={assignment} onChoose={chooseAssignment}>
                <Told finding={finding} />
              </Line>
            ))}
          </ul>
          {grave.length > MOST && (
            <p className="text-xs text-ink-2">
              and {grave.length - MOST} more: <i>With findings</i>, below the panel
            </p>
          )}
        </section>
      )}
      {waiting > 0 && (
        <p className="text-[13.5px] text-ink-2">
          <b className="text-ink">{waiting === 1 ? 'One parameter waits' : `${waiting} parameters wait`} for a control.</b> Drag
          one from the left onto the panel, or choose a control and press <kbd className="font-mono text-xs">A</kbd>.
        </p>
      )}
      {last.length > 0 && (
        <section aria-labelledby="next-last" className="flex flex-col gap-1.5">
          <h2 id="next-last" className="text-xs font-semibold">
            Made last
          </h2>
          <ul>
            {last.map((assignment) => (
              <Line key={assignment.id} index={index} controller={controller} assignment={assignment} onChoose={chooseAssignment}>
                <span className="text-ink-2">{meantNames(index, assignment)}</span>
              </Line>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function Line({
  index,
  controller,
  assignment,
  onChoose,
  children,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly onChoose: (assignment: Assignment) => void;
  readonly children: React.ReactNode;
}) {
  return (
    <li className="border-b last:border-b-0">
      <button
        type="button"
        onClick={() => onChoose(assignment)}
        className="flex w-full flex-col gap-0.5 py-1.5 text-left text-[13.5px] hover:bg-film/70"
      >
        <span>
          <b className="font-semibold">{index.controls.get(assignment.controlId)?.name}</b> {assignment.gesture.type}
          <span className="text-xs text-ink-2"> {placeWords(index, controller, assignment)}</span>
        </span>
        {children}
      </button>
    </li>
  );
}

function Told({ finding }: { readonly finding: Finding }) {
  return (
    <span className="flex gap-1.5">
      <SeverityMark severity={finding.severity} size={14} className="mt-0.5 shrink-0" />
      <span className={finding.severity === 'stop' ? 'text-stop' : 'text-caution'}>{finding.title}</span>
    </span>
  );
}
