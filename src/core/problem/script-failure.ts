/** What most often is behind what an engine says; the first that fits. */
const causes: readonly (readonly [said: RegExp, cause: (name: string) => string])[] = [
  [
    /(?:^|\s)(?:window\.)?(\$|jQuery) is not (?:defined|a function)/,
    () => 'jQuery did not load, or is not listed among the libraries of the mould.',
  ],
  [
    /([\w$.]+) is not (?:defined|a function|a constructor)/,
    (name) => `${name} comes from a library or a script that is missing, or that failed before.`,
  ],
  [
    /propert(?:y|ies) of null|(?:\w+) is null/,
    () => 'It looks for an element that is not in the template.',
  ],
  [
    /propert(?:y|ies) of undefined|is undefined/,
    () => 'It asks something of a value that is not there, often of a library that did not load.',
  ],
  [/dynamically imported module|Failed to fetch/, () => 'A file it asks for cannot be loaded.'],
  [/not a valid selector/, () => 'It looks elements up by what is no selector.'],
  [/Maximum call stack|too much recursion/, () => 'A function calls itself without end.'],
  [
    /insecure|denied|SecurityError|sandboxed/,
    () => 'The browser does not allow this in a frame, or without https.',
  ],
];

/**
 * One sentence on a script that failed: which mould, where in its `script.js`, what the engine says
 * and the likely cause.
 *
 * @param stack names the script by the address that casts give it
 */
export function scriptFailure(message: string, stack = ''): string {
  const said = message.replace(/^(?:Uncaught|keen-mould:) /, '').replace(/\.$/, '');
  const [, mould, line] = /keen-mould\/([\w-]+)\/script\.js:(\d+)/.exec(stack) ?? [];
  const isPlaced = said.includes('script.js line');
  const place = mould && !isPlaced ? `${mould}, script.js line ${line}: ` : '';
  const [pattern, cause] = causes.find(([one]) => one.test(said)) ?? [];
  const [, name = ''] = pattern?.exec(said) ?? [];
  return `${place}${said}.${cause ? ` ${cause(name)}` : ''}`;
}
