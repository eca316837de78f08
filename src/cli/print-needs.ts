import type { Needs } from '../core/author/needs/find-needs.ts';
import type { Terminal } from './terminal.ts';

/** Says what a mould needs of the site it is put into, if anything. */
export function printNeeds(terminal: Terminal, needs: Needs): void {
  const { properties, classes, styles, libraries, loads, undeclared } = needs;
  const lines: readonly [what: string, names: readonly string[]][] = [
    ['custom properties of the site', properties],
    ['classes of the site', classes],
    ['style sheets of the site', styles],
    ['libraries of the site', libraries],
    ['loaded from other hosts', loads],
  ];
  for (const [what, names] of lines) {
    if (names.length > 0) terminal.say(`  ${what.padEnd(29)}  ${names.join(', ')}`);
  }
  if (undeclared.length > 0) {
    terminal.say(
      terminal.soft(
        `  List the ones it relies on under needs in mould.json: ${undeclared.join(', ')}.`,
      ),
    );
  }
}
