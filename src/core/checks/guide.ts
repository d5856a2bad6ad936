// The table of the guide: what every check looks for, as the checks say of themselves.
import { groups, severityNames } from './finding';
import { checks } from './registry';

/** Every check as rows of a Markdown table, family by family in the order of the lists. */
export function guideTable(): string {
  const rows = groups.flatMap((group) =>
    checks
      .filter((check) => check.group === group)
      .map((check, i) => [
        i === 0 ? group : '',
        check.name,
        check.severities.map((s) => severityNames[s].toLowerCase()).join(' or '),
        check.guide,
      ]),
  );
  const table = [['about', 'finding', 'how grave', 'what is wrong'], ...rows];
  const widths = [0, 1, 2, 3].map((i) => Math.max(...table.map((row) => (row[i] ?? '').length)));
  const line = (row: readonly string[]): string => `| ${widths.map((w, i) => (row[i] ?? '').padEnd(w)).join(' | ')} |`;
  const rule = `| ${widths.map((w) => '-'.repeat(w)).join(' | ')} |`;
  return [line(table[0] ?? []), rule, ...table.slice(1).map(line)].join('\n');
}
