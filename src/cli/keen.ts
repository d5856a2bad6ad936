// `keen`: the core on the command line. Reads files or standard input, writes nothing unless told; but for backup and
// restore it needs no server and no database.
import { parseArgs } from 'node:util';
import { type Command, type ExitCode, type Io, Unusable } from './command';
import { backup, restore } from './commands/backup';
import { check } from './commands/check';
import { convert } from './commands/convert';
import { decode } from './commands/decode';
import { diff } from './commands/diff';
import { outcome } from './commands/outcome';
import { plan } from './commands/plan';
import { schema } from './commands/schema';
import { set } from './commands/set';
import { sheet } from './commands/sheet';
import { simulate } from './commands/simulate';
import { tableOf } from './table';

const commands: readonly Command[] = [check, plan, outcome, simulate, sheet, set, convert, diff, decode, schema, backup, restore];

/** Runs one call of `keen`. Exit code 0: done; 1: findings, or no plan; 2: input that cannot be used. */
export async function keen(args: readonly string[], io: Io): Promise<ExitCode> {
  const [name, ...rest] = args;
  if (name === undefined || name === '--help' || name === '-h' || name === 'help') {
    io.out(overview());
    return name === undefined ? 2 : 0;
  }
  const command = commands.find((c) => c.name === name);
  if (!command) {
    io.err(`keen: there is no command “${name.slice(0, 40)}”. keen --help lists them.`);
    return 2;
  }
  try {
    const own = Object.fromEntries(Object.entries(command.options).map(([flag, { type }]) => [flag, { type }]));
    const { values, positionals } = parseArgs({
      args: rest,
      allowPositionals: true,
      options: { ...own, json: { type: 'boolean' }, help: { type: 'boolean', short: 'h' } },
    });
    const flags: Record<string, string | boolean | undefined> = {};
    for (const [flag, value] of Object.entries(values)) if (!Array.isArray(value)) flags[flag] = value;
    if (flags.help === true) {
      io.out(helpOf(command));
      return 0;
    }
    return await command.run({ files: positionals, flags }, io);
  } catch (error) {
    const known = error instanceof Unusable || (error instanceof TypeError && 'code' in error);
    if (!known) throw error;
    io.err(`keen ${name}: ${error.message}`);
    return 2;
  }
}

const overview = (): string =>
  [
    'keen <command> [options] [file]    reads standard input where no file is named, or for “-”',
    '',
    tableOf(commands.map((c) => [`  ${c.name}`, c.summary])),
    '',
    'keen <command> --help says more. --json writes JSON. Exit code 1: findings; 2: input that cannot be used.',
  ].join('\n');

const helpOf = (command: Command): string =>
  [
    `keen ${command.name} [options] ${command.usage}`.trimEnd(),
    command.summary,
    '',
    tableOf([...Object.entries(command.options).map(([flag, o]) => [`  --${flag}`, o.help]), ['  --json', 'writes JSON']]),
    '',
    'Examples:',
    ...command.examples.map((e) => `  ${e}`),
  ].join('\n');
