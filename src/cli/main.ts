import { Command, CommanderError, Help } from 'commander';
import { type Finding, finding, hasErrors } from '../core/problem/finding.ts';
import { Refusal } from '../core/problem/refusal.ts';
import type { Running } from './command.ts';
import { printFindings } from './print-findings.ts';
import { Terminal } from './terminal.ts';
import type { World } from './world.ts';

/** Done; done, and something is wrong with what was given; could not be carried out. */
export type ExitStatus = 0 | 1 | 2;

type Add = (program: Command, running: Running) => void;

/** In the order of a day's work, which is the order of the help; each is loaded when it is asked for. */
const commands: Readonly<Record<string, () => Promise<Add>>> = {
  import: async () => (await import('./commands/import.ts')).addImport,
  bind: async () => (await import('./commands/bind.ts')).addBind,
  set: async () => (await import('./commands/set.ts')).addSet,
  check: async () => (await import('./commands/check.ts')).addCheck,
  cast: async () => (await import('./commands/cast.ts')).addCast,
  page: async () => (await import('./commands/page.ts')).addPage,
  preview: async () => (await import('./commands/preview.ts')).addPreview,
  proof: async () => (await import('./commands/proof.ts')).addProof,
  rack: async () => (await import('./commands/rack.ts')).addRack,
  demo: async () => (await import('./commands/demo.ts')).addDemo,
};

/** The command that is asked for by name; all of them where help or a hint has to list them. */
function loadCommands([first = '']: readonly string[]): Promise<Add[]> {
  if (first === '--version') return Promise.resolve([]);
  const asked = Object.entries(commands).filter(([name]) => name === first);
  const needed = asked.length > 0 ? asked : Object.entries(commands);
  return Promise.all(needed.map(([, load]) => load()));
}

/**
 * Runs the command line.
 *
 * @param args what was typed after the program's name
 */
export async function run(
  args: readonly string[],
  world: World,
  version: string,
): Promise<ExitStatus> {
  const isJson = args.includes('--json');
  let status: ExitStatus = 0;
  const running: Running = async (work, keepsStdoutClear = false) => {
    const terminal = new Terminal(world, isJson, keepsStdoutClear);
    if (hasErrors(await work(terminal, world))) status = 1;
  };
  const program = programOf(world, version);
  for (const add of await loadCommands(args)) add(program, running);
  for (const command of program.commands) {
    command.option('--json', 'print one JSON document on standard output');
    command.helpOption('--help', 'show this help').showHelpAfterError(false);
  }
  if (args.length === 0) {
    program.outputHelp();
    return 0;
  }
  try {
    await program.parseAsync([...args], { from: 'user' });
    return status;
  } catch (error) {
    if (error instanceof CommanderError && error.exitCode === 0) return 0;
    const findings = findingsOf(error, args, program);
    const terminal = new Terminal(world, isJson);
    if (isJson) terminal.json({ findings });
    await printFindings(new Terminal({ ...world, stdout: world.stderr }, false), findings);
    return statusOf(findings);
  }
}

function programOf(world: World, version: string): Command {
  return (
    new Command('keen-mould')
      .description(
        'Turns a snippet of HTML, CSS and JavaScript into a widget with editable fields.',
      )
      .version(version, '--version', 'show the version')
      .helpOption('--help', 'show this help')
      .helpCommand(false)
      .exitOverride()
      // That a repeatable option is not given at first goes without saying.
      .configureHelp({
        optionDescription: (option) =>
          Array.isArray(option.defaultValue)
            ? option.description
            : new Help().optionDescription(option),
      })
      .configureOutput({
        writeOut: (text) => world.stdout.write(text),
        // We report errors ourselves, in the same wording and form as all others.
        writeErr: () => undefined,
        getOutHelpWidth: () => Math.min(80, world.stdout.columns),
      })
  );
}

function findingsOf(error: unknown, args: readonly string[], program: Command): readonly Finding[] {
  if (error instanceof Refusal) return error.findings;
  if (!(error instanceof CommanderError)) throw error;
  const named = program.commands.find((one) => one.name() === args[0])?.name() ?? '';
  const what = error.message
    .replace(/^error: /, '')
    .replace(/\n\(Did you mean (.*)\?\)$/, '; did you mean $1?')
    .replace(/^./, (letter) => letter.toUpperCase())
    .replace(/([^.?])$/, '$1.');
  return [
    finding('call/usage', {
      what,
      command: named,
    }),
  ];
}

/** Stages whose errors lie in what a mould holds, and not in how the command was called. */
const contentStages = new Set([
  'field',
  'template',
  'markup',
  'style',
  'script',
  'value',
  'address',
  'library',
]);

function statusOf(findings: readonly Finding[]): ExitStatus {
  return findings.every(({ code }) => contentStages.has(code.split('/')[0] as string)) ? 1 : 2;
}
