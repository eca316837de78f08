import type { GuardedCode } from '../../compile/guard/text-guard.ts';
import { guardedCode } from '../../compile/mould-code.ts';
import type { ParsedSources } from '../../compile/parse-sources.ts';
import type { Field } from '../../model/field.ts';
import { type JsonSource, parseJson } from '../../model/json-source.ts';
import type { Manifest, Mould } from '../../model/mould.ts';
import { type MarkupSource, readMarkupSource } from './markup-source.ts';
import { readScriptSource, type ScriptSource } from './script-source.ts';
import { readStyleSource, type StyleSource } from './style-source.ts';

/** A mould read once for all checks. */
export interface Subject {
  readonly manifest: Manifest;
  /** Where something stands in mould.json. */
  readonly placeOf: JsonSource['placeOf'];
  /** The fields as one group. */
  readonly root: Field;
  readonly markup: MarkupSource;
  readonly style: StyleSource;
  readonly script: ScriptSource;
  /** What decides how text that an editor types is guarded. */
  readonly code: GuardedCode;
  readonly files: Mould['files'];
  /** The page that casts are to stand on, where one is given. */
  readonly host: string | undefined;
}

/** Reads a mould for its checks, from its parsed sources. */
export function readSubject(
  mould: Mould,
  parsed: ParsedSources,
  root: Field,
  host: string | undefined,
): Subject {
  return {
    manifest: mould.manifest,
    root,
    files: mould.files,
    code: guardedCode(mould, parsed),
    host,
    placeOf: parseJson('mould.json', mould.manifestText).placeOf,
    markup: readMarkupSource(mould.template, parsed.template),
    style: readStyleSource(mould.style, parsed.style),
    script: readScriptSource(mould.script, parsed.script),
  };
}
