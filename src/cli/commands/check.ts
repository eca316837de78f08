import type { Command } from 'commander';
import { type CheckOptions, checkMould, fixMould } from '../../core/author/check/check-mould.ts';
import type { Finding, Level } from '../../core/problem/finding.ts';
import { readMould, saveMould } from '../../node/files/mould-folder.ts';
import { readText } from '../../node/files/read-text.ts';
import type { Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { printFixed } from '../print-fixed.ts';
import { inFolder } from '../subject.ts';
import type { Terminal } from '../terminal.ts';

interface CheckArguments {
  readonly fix?: boolean;
  readonly all?: boolean;
  readonly host?: string;
}

/** What a check of one mould came to. */
interface Checked {
  readonly name: string;
  readonly folder: string;
  readonly findings: readonly Finding[];
  /** What was fixed, where that was asked for. */
  readonly fixed: readonly Finding[];
}

/** `check MOULD…`: what is wrong with moulds, and what a page with them should know. */
export function addCheck(program: Command, running: Running): void {
  program
    .command('check')
    .summary('find faults in a mould')
    .description('Reports what is wrong with moulds, where, and how to fix it.')
    .argument('<MOULD...>', 'mould folders')
    .option('--fix', 'apply the unambiguous fixes')
    .option('--all', 'list every finding, however many')
    .option('--host <file>', 'HTML of the host page, to check fields that target its elements')
    .action((folders: string[], { fix = false, all = false, host }: CheckArguments) =>
      running(async (terminal) => {
        const options = host === undefined ? {} : { host: (await readText(host)).text };
        const checked: Checked[] = [];
        for (const folder of folders) checked.push(await checkOne(folder, fix, options));
        if (terminal.isJson) {
          const moulds = checked.map(({ name, findings, fixed }) => ({
            name,
            findings,
            ...(fix ? { fixed } : {}),
          }));
          terminal.json({ moulds });
        } else for (const one of checked) await printChecked(terminal, one, all);
        return checked.flatMap(({ findings }) => findings);
      }),
    );
}

async function checkOne(folder: string, fix: boolean, options: CheckOptions): Promise<Checked> {
  const { mould, findings } = await readMould(folder);
  const { name } = mould.manifest;
  const here = (some: readonly Finding[]) => some.map((one) => inFolder(folder, one));
  if (!fix) {
    return {
      name,
      folder,
      findings: here([...findings, ...checkMould(mould, options)]),
      fixed: [],
    };
  }
  const { mould: better, fixed, left } = fixMould(mould, options);
  if (fixed.length > 0) await saveMould(folder, better, mould);
  return { name, folder, findings: here([...findings, ...left]), fixed: here(fixed) };
}

async function printChecked(terminal: Terminal, one: Checked, all: boolean): Promise<void> {
  const { folder, findings, fixed } = one;
  if (fixed.length > 0) {
    terminal.say(`${terminal.strong(folder)}: fixed`);
    printFixed(terminal, fixed, fixed.length > terminal.rows && !all ? 8 : fixed.length);
    terminal.say();
  }
  await printFindings(terminal, findings, all ? undefined : `keen-mould check ${folder} --all`);
  terminal.say(`${terminal.strong(folder)}: ${summaryOf(findings)}`);
  const fixable = findings.filter((finding) => finding.fixable).length;
  if (fixable > 0) {
    terminal.say(`  check --fix can fix ${fixable} of these.`);
  }
}

/** `2 errors, 1 warning, 3 notes`. */
function summaryOf(findings: readonly Finding[]): string {
  const counts = (['error', 'warning', 'note'] satisfies Level[]).flatMap((level) => {
    const count = findings.filter((one) => one.level === level).length;
    return count === 0 ? [] : [`${count} ${level}${count === 1 ? '' : 's'}`];
  });
  return counts.length === 0 ? 'nothing found' : counts.join(', ');
}
