import { type Options, type Program, parse } from 'acorn';

/** A script as its parser gives it, or what keeps it from being read, and where. */
export type ParsedScript =
  | { readonly program: Program; readonly isModule: boolean }
  | { readonly fault: string; readonly offset: number };

/** Parses code as a script, or as a module where it is none. */
export function parseScript(script: string): ParsedScript {
  const asScript = tryParse(script, 'script');
  if ('program' in asScript) return asScript;
  const asModule = tryParse(script, 'module');
  return 'program' in asModule ? asModule : asScript;
}

function tryParse(script: string, sourceType: NonNullable<Options['sourceType']>): ParsedScript {
  try {
    const program = parse(script, { ecmaVersion: 'latest', allowHashBang: true, sourceType });
    return { program, isModule: sourceType === 'module' };
  } catch (error) {
    const { message, pos = 0 } = error as SyntaxError & { pos?: number };
    return { fault: message.replace(/ \(\d+:\d+\)$/, '').toLowerCase(), offset: pos };
  }
}
