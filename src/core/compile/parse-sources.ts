import type { Sources } from '../model/source-parts.ts';
import { type ParsedScript, parseScript } from './script/parse-script.ts';
import { type ParsedStyle, parseStyle } from './style/parse-style.ts';
import { type ParsedTemplate, parseTemplate } from './template/parse-template.ts';

/** The sources of a mould as their parsers give them, for all who ask about them. */
export interface ParsedSources {
  readonly template: ParsedTemplate;
  readonly style: ParsedStyle;
  readonly script: ParsedScript;
}

/** Parses the sources of a mould, once. Never throws on what they hold. */
export function parseSources({ template, style, script }: Sources): ParsedSources {
  return {
    template: parseTemplate(template),
    style: parseStyle(style),
    script: parseScript(script),
  };
}
