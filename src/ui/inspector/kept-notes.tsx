'use client';
// What is known beside a function: limits of what it moves, and whether it belongs to the smallest map that works.
import { changeAssignment } from '@/core/commands';
import { type Assignment, type Edit, limitsOf, type RigIndex, set } from '@/core/rig';
import { CommitInput } from '../primitives/field';

const gradeWords = { tested: 'tested here', manual: 'from the manual', hearsay: 'hearsay' } as const;

export function KeptNotes({
  index,
  assignment,
  edit,
}: {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
}) {
  const limits = limitsOf(index, assignment);
  return (
    <section className="flex flex-col gap-2" aria-label="Kept with it">
      {limits.length > 0 && (
        <div className="rounded-md border px-3 py-2">
          <h3 className="text-xs font-semibold">Known limits</h3>
          <ul className="text-[13.5px]">
            {limits.map((l) => (
              <li key={`${l.about} ${l.text}`} className="break-words">
                <span className="text-ink-2">{l.about}:</span> {l.text}
                {l.grade !== null && <span className="text-xs text-ink-2"> ({gradeWords[l.grade]})</span>}
              </li>
            ))}
          </ul>
        </div>
      )}
      {(['why', 'note'] as const).map((field) => (
        <div key={field} className="flex flex-col gap-0.5 text-[13.5px]">
          <span className="text-xs text-ink-2">{field === 'why' ? 'Why this number' : 'Note'}</span>
          <CommitInput
            aria-label={field === 'why' ? 'Why this number' : 'Note'}
            className="h-7 w-full text-[13.5px]"
            value={assignment[field]}
            maxLength={4000}
            commit={(text) => {
              if (text !== assignment[field])
                edit(
                  changeAssignment(
                    assignment,
                    { [field]: text.trim() },
                    field === 'why' ? 'Say why this number' : 'Change a note',
                  ),
                );
              return null;
            }}
          />
        </div>
      ))}
      {assignment.replaced !== '' && <p className="text-xs break-words text-ink-2">Here before: {assignment.replaced}.</p>}
      {assignment.proved && (
        <p className="text-xs text-ink-2">
          Proved on {assignment.proved.at.slice(0, 10)}
          {assignment.proved.versions !== '' && ` with ${assignment.proved.versions}`}.
        </p>
      )}
      <label className="flex items-start gap-2 text-[13.5px]">
        <input
          type="checkbox"
          className="mt-0.5 accent-verdigris"
          checked={assignment.minimum}
          onChange={(e) => edit(set('assignments', assignment, 'minimum', e.target.checked))}
        />
        belongs to the smallest map that already works
      </label>
    </section>
  );
}
