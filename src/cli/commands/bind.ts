import type { Command } from 'commander';
import { bindSpots, type Take } from '../../core/author/bind/bind-spots.ts';
import { boundFields } from '../../core/author/bind/bound-fields.ts';
import { findSpots, nearSpots } from '../../core/author/bind/find-spots.ts';
import { renameField } from '../../core/author/bind/rename-field.ts';
import { unbindField } from '../../core/author/bind/unbind-field.ts';
import { offersAt } from '../../core/author/hand/mark-place.ts';
import type { Tie } from '../../core/author/ties/tie.ts';
import type { Mould } from '../../core/model/mould.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { readMould, saveMould } from '../../node/files/mould-folder.ts';
import { collected, type Running } from '../command.ts';
import { byHand, type HandArguments } from '../hand-steps.ts';
import { printFindings } from '../print-findings.ts';
import { printNearSpots, printOffers, printSpots, printTie } from '../print-spots.ts';
import { saySetting, settingOf, withSetting } from '../settings.ts';
import { inFolder } from '../subject.ts';

interface BindArguments extends HandArguments {
  readonly take: readonly string[];
  readonly drop: readonly string[];
  readonly rename: readonly string[];
  readonly at: readonly string[];
  readonly set: readonly string[];
  readonly why?: true;
  readonly all?: true;
}

/** Options that may be given many times, with what they are given. */
const repeatable: readonly (readonly [flags: string, does: string])[] = [
  ['--take <id|id=name,...>', 'bind these spots, or all recommended ones (repeatable)'],
  ['--drop <field>', 'unbind a field and restore the original code (repeatable)'],
  ['--at <place>', 'list what can be made of a place (repeatable)'],
  [
    '--mark <place=field:form>',
    'make a field of a place, or give a field one more place (repeatable)',
  ],
  ['--when <place=condition>', 'show an element only under a condition (repeatable)'],
  ['--clear <place>', 'take back what fills a place (repeatable)'],
  ['--split <place=field>', 'make a place of a field a field of its own (repeatable)'],
  ['--join <field=field>', 'let the second field fill the places of the first (repeatable)'],
  ['--rename <field=name>', 'rename a field everywhere (repeatable)'],
  [
    '--move <field=where>',
    'move a field in the form: first, last, after NAME, before NAME (repeatable)',
  ],
  ['--set <key=value>', 'set a key of mould.json when all else is done, as set does (repeatable)'],
];

const places = `
A place is FILE:LINE:COLUMN, with -COLUMN for a stretch; a text in quotes, "Sunday service", with #2
for the second; a CSS selector, .card h3; an attribute, a.more@href; a value of a rule, .card{gap}.
A form is a kind of field, or what an element becomes: optional, list, repeat, tag, class, wrapper, slot.`;

/** `bind MOULD`: what could be a field; makes fields of it, and takes them back. */
export function addBind(program: Command, running: Running): void {
  const command = program
    .command('bind')
    .summary('find editable spots and make them fields')
    .description('Lists the spots of a mould that could be fields, binds them, and unbinds fields.')
    .argument('<MOULD>', 'mould folder');
  for (const [flags, does] of repeatable) command.option(flags, does, collected, []);
  command
    .option('--all', 'list every spot with its line of code, however many')
    .option('--why', 'list what nearly became a field or a list, and what stood in the way')
    .addHelpText('after', places)
    .action((folder: string, given: BindArguments) =>
      running(async (terminal) => {
        const { take, drop, rename, why, all = false, at, set } = given;
        const read = await readMould(folder);
        const dropped = dropAll(read.mould, drop);
        const taken = takeAll(dropped.mould, takesOf(dropped.mould, take));
        // A field is named before others are moved beside it, whatever the order of the options.
        const hand = byHand(taken.mould, given, ['clear', 'mark', 'when', 'split', 'join']);
        const { mould: named, findings: reported } = renameAll(hand.mould, rename);
        const { mould: moved, done: moves } = byHand(named, given, ['move']);
        const settings = set.map((one) => settingOf(one, 'bind'));
        const mould = settings.reduce(withSetting, moved);
        const isChanged = mould !== read.mould;
        if (isChanged) await saveMould(folder, mould, read.mould);
        const findings = [
          ...read.findings,
          ...dropped.findings,
          ...taken.findings,
          ...hand.done.flatMap((one) => one.findings),
          ...reported,
        ].map((one) => inFolder(folder, one));
        const offers = at.map((place) => offersAt(mould, place));
        if (terminal.isJson) {
          const bound = boundFields(mould).map(({ field, kind, places }) => ({
            field,
            kind,
            places,
          }));
          const nearly = why ? { nearly: nearSpots(mould) } : {};
          const asked = at.length > 0 ? { at: offers } : {};
          terminal.json({ spots: findSpots(mould), bound, ...nearly, ...asked, findings });
          return findings;
        }
        for (const tie of dropped.ties) printTie(terminal, tie, 'restored');
        for (const tie of taken.ties) printTie(terminal, tie, 'bound');
        for (const { said } of [...hand.done, ...moves]) terminal.say(said);
        for (const one of rename) terminal.say(`${one.replace('=', ' is now called ')}.`);
        for (const one of settings) terminal.say(saySetting(one));
        if (rename.length > 0) terminal.say('');
        await printFindings(terminal, findings);
        for (const one of offers) printOffers(terminal, folder, one);
        if (why) printNearSpots(terminal, mould, nearSpots(mould));
        else if (isChanged) terminal.say(`Look at it:\n  keen-mould preview ${folder}`);
        else if (at.length === 0)
          printSpots(terminal, { folder, mould, all }, findSpots(mould), boundFields(mould));
        return findings;
      }),
    );
}

/** Spots to take; `recommended` stands for all that are, beside those named. */
function takesOf(mould: Mould, given: readonly string[]): readonly Take[] {
  const asked = given.flatMap((one) => one.split(',')).filter((one) => one.trim() !== '');
  const named = asked.map((one): Take => {
    const [id = '', name] = one.trim().split('=');
    return name === undefined ? { id } : { id, name };
  });
  const own = named.filter(({ id }) => id !== 'recommended');
  if (own.length === named.length) return own;
  const others = findSpots(mould).filter(
    ({ id, recommended }) => recommended && !own.some((one) => one.id === id),
  );
  return [...others.map(({ id }) => ({ id })), ...own];
}

interface Done {
  readonly mould: Mould;
  readonly ties: readonly Tie[];
  readonly findings: readonly Finding[];
}

function dropAll(mould: Mould, fields: readonly string[]): Done {
  let done: Done = { mould, ties: [], findings: [] };
  for (const field of fields) {
    const { mould: next, tie, findings } = unbindField(done.mould, field);
    done = {
      mould: next,
      ties: [...done.ties, ...(tie ? [tie] : [])],
      findings: [...done.findings, ...findings],
    };
  }
  return done;
}

function takeAll(mould: Mould, takes: readonly Take[]): Done {
  return takes.length === 0 ? { mould, ties: [], findings: [] } : bindSpots(mould, takes);
}

function renameAll(given: Mould, renames: readonly string[]): Omit<Done, 'ties'> {
  let done: Omit<Done, 'ties'> = { mould: given, findings: [] };
  for (const one of renames) {
    const [from = '', to = ''] = one.split('=').map((name) => name.trim());
    const { mould, findings } = renameField(done.mould, from, to);
    done = { mould, findings: [...done.findings, ...findings] };
  }
  return done;
}
