import type { Command } from 'commander';
import { findNeeds } from '../../core/author/needs/find-needs.ts';
import type { Cast } from '../../core/compile/cast.ts';
import type { CastOptions } from '../../core/compile/caster.ts';
import { deliver } from '../../core/deliver/deliver.ts';
import { forms } from '../../core/deliver/forms.ts';
import { packMould } from '../../core/pack/pack-mould.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { kit } from '../../generated/kit.ts';
import { runtime } from '../../generated/runtime.ts';
import { loadFinish } from '../../node/files/finish.ts';
import { readMould } from '../../node/files/mould-folder.ts';
import { refuseIfThere, writeWhole } from '../../node/files/write-safely.ts';
import { castAssets } from '../cast-assets.ts';
import {
  addCastOptions,
  type CastArguments,
  formNamed,
  heightOf,
  lookNamed,
  styleNamed,
} from '../cast-options.ts';
import { partsAsText, writeParts } from '../cast-parts.ts';
import type { Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { printNeeds } from '../print-needs.ts';
import { readSubject, type Subject } from '../subject.ts';
import type { Terminal } from '../terminal.ts';

/** `cast MOULD|CAST.json…`: casts as code. */
export function addCast(program: Command, running: Running): void {
  addCastOptions(
    program
      .command('cast')
      .summary('fill a mould and print the code')
      .description('Makes casts: the code of widgets, filled with values.')
      .argument('<MOULD|CAST.json...>', 'mould folders, or casts that name one'),
  ).action((paths: readonly string[], options: CastArguments) => {
    const { out, as } = options;
    const keepsStdoutClear = out === undefined;
    return running(async (terminal) => {
      if (as === 'pack') return castPack(terminal, paths, options);
      const form = formNamed(as);
      const manner = { sealed: options.sealed === true, look: lookNamed(options.look) };
      const style = styleNamed(options.style);
      if ((form === 'element' || form === 'module') && out === undefined && !terminal.isJson) {
        const what = `The form ${form} has several files. Use --out DIR to say where they go.`;
        throw new Refusal(finding('call/usage', { what, command: 'cast' }));
      }
      const finish = await loadFinish(options);
      if (out !== undefined && !options.replace) {
        await refuseIfThere(out, 'Use --replace, or choose another --out.');
      }
      const subjects = await readSubjects(paths, options);
      const findings = subjects.flatMap((one) => one.findings);
      const isDocument = options.document ?? false;
      const isWhole = isDocument || form === 'block' || form === 'frame';
      const moulds = subjects.flatMap(({ mould, placed }) => [mould, ...placed.values()]);
      const unique = [...new Map(moulds.map((one) => [one.manifest.name, one])).values()];
      const assets = castAssets(options.assets, unique, { path: out, isFolder: !isWhole });
      const casts = subjects.map((subject) => castOf(subject, options, { ...manner, ...assets }));
      const { nonce } = options;
      const delivery = deliver(casts, {
        form,
        document: isDocument,
        runtime,
        kit,
        style,
        height: heightOf(options.height),
        nonce,
        finish,
      });
      findings.push(...delivery.findings);
      const { parts } = delivery;
      const name = casts[0]?.mould ?? '';
      const code = isDocument ? (parts.document ?? '') : partsAsText(parts, isWhole);
      if (out !== undefined && isWhole) await writeWhole(out, code);
      else if (out !== undefined) await writeParts(out, parts, { ...options, form, name });
      const placed = await assets.place(Object.values(parts).join('\n'));
      if (terminal.isJson) {
        terminal.json({ ...delivery, findings });
        return findings;
      }
      await printFindings(terminal, findings);
      if (out === undefined) terminal.result(code);
      else {
        const kind = isDocument ? 'document' : isWhole ? form : `${form}, one file each`;
        const what = casts.length === 1 ? `cast ${delivery.id}` : `${casts.length} casts`;
        terminal.say(`${terminal.strong(out)} holds ${what} as ${kind}.`);
      }
      if (placed !== undefined) terminal.say(placed);
      if (isWhole && parts.open !== undefined) {
        terminal.say(
          'The code before and after the content of its slot is in --json and --as placed.',
        );
      }
      // Down a pipe a block goes without words.
      if (!isDocument && (form !== 'block' || out !== undefined)) {
        for (const note of forms[form].notes) terminal.say(note);
      }
      return findings;
    }, keepsStdoutClear);
  });
}

/** The mould itself, as a zip for somebody else. */
async function castPack(
  terminal: Terminal,
  paths: readonly string[],
  { out, replace }: CastArguments,
): Promise<readonly Finding[]> {
  const [path = '', ...others] = paths;
  if (others.length > 0) {
    const what = 'A pack holds one mould. Give one folder at a time.';
    throw new Refusal(finding('call/usage', { what, command: 'cast' }));
  }
  const { mould, findings } = await readMould(path);
  const { name, version } = mould.manifest;
  const pack = out ?? `${name}-${version}.zip`;
  if (!replace || out === undefined) {
    await refuseIfThere(pack, 'Use --replace, or choose another --out.');
  }
  await writeWhole(pack, packMould(mould));
  const needs = findNeeds(mould);
  if (terminal.isJson) terminal.json({ form: 'pack', pack, needs, findings });
  else {
    terminal.say(
      `${terminal.strong(pack)} is the packed mould. Every command accepts it in place of a folder.`,
    );
    printNeeds(terminal, needs);
  }
  return findings;
}

async function readSubjects(
  paths: readonly string[],
  options: CastArguments,
): Promise<readonly Subject[]> {
  const { fill, below, slot, sample, id } = options;
  if (paths.length > 1 && ((fill.length + below.length + slot.length > 0 || sample) ?? id)) {
    const what = 'Values, a sample or an id can only be given for one cast at a time.';
    throw new Refusal(finding('call/usage', { what, command: 'cast' }));
  }
  const subjects: Subject[] = [];
  for (const path of paths) {
    const subject = await readSubject(path, fill, options);
    const [first, ...rest] = subject.findings.filter(({ level }) => level === 'error');
    if (!subject.compiled.isSound && first) throw new Refusal(first, ...rest);
    subjects.push(subject);
  }
  return subjects;
}

function castOf(
  { compiled, cast, placeOf, moulds }: Subject,
  { id }: CastArguments,
  options: CastOptions,
): Cast {
  return compiled.cast(id ? { ...cast, id } : cast, { ...options, placeOf, moulds });
}
