import { type Finding, groupFindings, judge, type Severity } from '@/core/checks';
import { type Command, controlName, oneFile, oneOf } from '../command';
import { readRig } from '../input';
import { answer, tableOf } from '../table';

const rank: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 };
const words: Readonly<Record<Severity, string>> = { stop: 'must fix', caution: 'look at', note: 'good to know' };

export const check: Command = {
  name: 'check',
  summary: 'says what will go wrong with a rig; exit code 1 where something does',
  usage: '[rig.json]',
  options: {
    'fail-on': { type: 'string', help: 'the least grave finding that fails: caution (if not said), stop, note or never' },
    notes: { type: 'boolean', help: 'tell what is only good to know, too' },
  },
  examples: ['keen check show.json', 'keen check --fail-on stop --json show.json | jq ".findings[].title"'],
  run: async (options, io) => {
    const failOn = oneOf(options, 'fail-on', ['caution', 'stop', 'note', 'never']);
    const rig = await readRig(io, oneFile(options));
    const { findings, index } = judge(rig);
    const open = [...findings.values()]
      .flat()
      .filter((f) => f.accepted === null)
      .sort((a, b) => rank[a.severity] - rank[b.severity] || a.check.localeCompare(b.check));
    const shown = open.filter((f) => options.flags.notes === true || failOn === 'note' || f.severity !== 'note');
    const where = (f: Finding): string => {
      const assignment = index.assignments.get(f.subjectId);
      return assignment ? `${controlName(rig, assignment.controlId)} ${assignment.gesture.type}` : '';
    };
    answer(io, options, { rig: rig.name, findings: shown.map((f) => ({ ...f, where: where(f) })) }, () =>
      shown.length === 0
        ? `${rig.name}: nothing to fix, nothing to look at.`
        : tableOf(
            groupFindings(shown).map(({ finding: f, parts }) => [
              words[f.severity],
              parts.length > 1 ? `${where(f)} and ${parts.length - 1} more` : where(f),
              f.title,
              f.check,
            ]),
          ),
    );
    const fails = failOn === 'never' ? [] : open.filter((f) => rank[f.severity] <= rank[failOn]);
    return fails.length > 0 ? 1 : 0;
  },
};
