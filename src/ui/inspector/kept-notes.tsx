'use client';
import { changeAssignment } from '@/core/commands';
import { type Assignment, type Edit, limitsOf, noteSchema, type RigIndex, set } from '@/core/rig';
// What is known beside a function: limits of what it moves, and whether it belongs to the smallest map that works.
import { Switch } from '../primitives/switch';
import { SchemaText } from '../primitives/text-field';

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
          <SchemaText
            aria-label={field === 'why' ? 'Why this number' : 'Note'}
            className="h-7 w-full text-[13.5px]"
            value={assignment[field]}
            schema={noteSchema}
            onValue={(text) =>
              edit(changeAssignment(assignment, { [field]: text }, field === 'why' ? 'Say why this number' : 'Change a note'))
            }
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
      <Switch
        label="belongs to the smallest map that already works"
        className="text-[13.5px]"
        on={assignment.minimum}
        onChange={(on) => edit(set('assignments', assignment, 'minimum', on))}
      />
    </section>
  );
}
