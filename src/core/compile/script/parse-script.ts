import { type Options, type Program, parse } from 'acorn';

/** A script as its parser gives it, or what keeps it from being read, and where. */
export type ParsedScript =
  | {
      readonly program: Program;
      readonly isModule: boolean;
      /** Where a comment begins with `<!--`, as scripts once did (ECMAScript, B.1.1). */
      readonly htmlComments: readonly number[];
    }
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
    const htmlComments: number[] = [];
    const onComment = (_isBlock: boolean, _text: string, start: number) => {
      if (script.startsWith('<!--', start)) htmlComments.push(start);
    };
    const program = parse(script, {
      ecmaVersion: 'latest',
      allowHashBang: true,
      sourceType,
      // Most scripts have none, and are read faster without a call for each comment.
      ...(script.includes('<!--') ? { onComment } : {}),
    });
    return { program, isModule: sourceType === 'module', htmlComments };
  } catch (error) {
    const { message, pos = 0 } = error as SyntaxError & { pos?: number };
    return { fault: message.replace(/ \(\d+:\d+\)$/, '').toLowerCase(), offset: pos };
  }
}
