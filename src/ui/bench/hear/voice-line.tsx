'use client';
import type { Parameter, Target } from '@/core/rig';
import { heardWords, voiceKinds, voiceKindWords } from '@/core/voice';
import { Select } from '../../primitives/field';
import type { Hearing } from './use-hearing';

interface Props {
  readonly hearing: Hearing;
  readonly target: Target;
  readonly parameters: readonly Parameter[];
}

/** Which stand-in voice a target has, and what is heard of it. */
export function VoiceLine({ hearing, target, parameters }: Props) {
  const kind = hearing.voiceOf(target);
  return (
    <div className="flex flex-wrap items-baseline gap-x-2 gap-y-0.5 pt-1 text-xs text-ink-2">
      <Select
        aria-label={`Voice of ${target.name}`}
        className="h-6 w-28 text-xs"
        value={kind ?? ''}
        onChange={(event) => hearing.choose(target, voiceKinds.find((each) => each === event.target.value) ?? null)}
      >
        <option value="">silent</option>
        {voiceKinds.map((each) => (
          <option key={each} value={each}>
            {voiceKindWords[each]}
          </option>
        ))}
      </Select>
      {kind !== null && (
        <span className="line-clamp-4 min-w-0 flex-1">
          {heardWords(parameters).map(({ as, names }, i) => (
            <span key={as}>
              {i > 0 && ' · '}
              {as}: <span className="text-ink">{names}</span>
            </span>
          ))}
        </span>
      )}
    </div>
  );
}
