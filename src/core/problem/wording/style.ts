import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with style.css. */
export const styleWording = {
  'style/not-read': {
    level: 'warning',
    message: ({ what }: { what: string }) =>
      `This part of the style cannot be read (${what}), so casts leave it out.`,
    hint: () => 'Look for a missing brace or colon, or a // comment.',
  },
  'style/unknown-at-rule': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `@${name} is not part of CSS, so casts leave it out with everything inside it.`,
    hint: () => 'Correct its name, or compile the style first if it belongs to a preprocessor.',
  },
  'style/row-rules': {
    level: 'error',
    message: ({ list, what }: { list: string; what: string }) =>
      `@km-each ${list} cannot be written for each row: ${what}.`,
    hint: () => 'Name a list field, and values of its rows, as in [id="{~tabs.id~}"].',
  },
  'style/page-rule': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `@${name} applies to a whole page, so casts leave it out.`,
    hint: ({ name }: { name: string }) =>
      `Move it to a style sheet of the site if the page needs it; otherwise remove @${name} here.`,
  },
  'style/import': {
    level: 'warning',
    message: () =>
      'This @import loads rules that would reach the whole page, so casts leave it out.',
    hint: () =>
      'Import the snippet together with that file, or add the sheet to libraries in mould.json.',
  },
  'style/unclosed': {
    level: 'error',
    message: () => 'This block is never closed, so the rules after it become part of it.',
    hint: ({ line }: { line: number | undefined }) =>
      `Add } where it should end, ${line === undefined ? 'probably at the very end' : `probably before line ${line}`}.`,
  },
  'style/stray-brace': {
    level: 'error',
    message: () => 'This } has no opening brace, so browsers skip the next rule.',
    hint: () => 'Remove it, or add the { that it should close.',
  },
  'style/lost-semicolon': {
    level: 'error',
    message: ({ property, next }: { property: string; next: string }) =>
      `The semicolon between ${property} and ${next} is missing, so browsers skip both.`,
    hint: () => 'Add ; at the end of the line.',
  },
  'style/line-comment': {
    level: 'warning',
    message: () => 'CSS has no // comments, so browsers skip the next declaration or rule as well.',
    hint: () => 'Use /* … */ instead.',
  },
  'style/odd-character': {
    level: 'error',
    message: ({ called, count }: { called: string; count: number }) =>
      `The style contains ${called}${count > 1 ? ` and ${count - 1} more` : ''}, which browsers treat as part of a name.`,
    hint: () => 'Use straight quotes and normal spaces.',
  },
  'style/unknown-property': {
    level: 'warning',
    message: ({ property, near }: { property: string; near: string }) =>
      `${property} is not a CSS property.${didYouMean(near)}`,
    hint: () => 'Correct its name. As it is, it has no effect.',
  },
  'style/unknown-value': {
    level: 'warning',
    message: ({
      property,
      word,
      near,
    }: {
      property: string;
      word: string;
      near?: string | undefined;
    }) =>
      word.startsWith('#')
        ? `${word} is not a colour, so browsers ignore this ${property}.`
        : `${word} is not a value of ${property}, so browsers ignore it.${didYouMean(near)}`,
    hint: ({ word }: { word: string }) =>
      word.startsWith('#')
        ? 'A hex colour has 3, 4, 6 or 8 digits: 0 to 9 and a to f.'
        : 'Correct the value.',
  },
  'style/unknown-unit': {
    level: 'warning',
    message: ({
      property,
      word,
      near,
    }: {
      property: string;
      word: string;
      near?: string | undefined;
    }) => `${word} has an unknown unit, so browsers ignore this ${property}.${didYouMean(near)}`,
    hint: () => 'Correct the unit.',
  },
  'style/no-unit': {
    level: 'warning',
    message: ({ property, word }: { property: string; word: string }) =>
      `${word} needs a unit, so browsers ignore this ${property}.`,
    hint: ({ near }: { near: string }) => `Write ${near}.`,
  },
  'style/no-match': {
    level: 'warning',
    message: ({ selector, meant }: { selector: string; meant: string }) =>
      `Nothing in the markup matches ${selector}.${didYouMean(meant)}`,
    hint: () => 'Correct the name here or in the markup.',
  },
  'style/lost-mark': {
    level: 'warning',
    message: ({ name, meant }: { name: string; meant: string }) =>
      `There is no element ${name}.${didYouMean(meant)}`,
    hint: ({ meant }: { meant: string }) => `Write ${meant}.`,
  },
  'style/low-contrast': {
    level: 'warning',
    message: ({ ratio, wanted }: { ratio: string; wanted: number }) =>
      `Text and background contrast is too low: ${ratio}:1, and the minimum is ${wanted}:1.`,
    hint: () => 'Make the text or the background darker or lighter.',
  },
  'style/no-reduced-motion': {
    level: 'note',
    message: () => 'This animation ignores prefers-reduced-motion.',
    hint: () => 'Stop it inside @media (prefers-reduced-motion: reduce).',
  },
  'style/hover-only': {
    level: 'warning',
    message: ({ selector }: { selector: string }) =>
      `What ${selector} reveals can only be reached with a mouse, not with a keyboard or on most phones.`,
    hint: () => 'Add the same selector with :focus-within, or open it with a button.',
  },
  'style/link-order': {
    level: 'warning',
    message: ({ hidden, by }: { hidden: string; by: string }) =>
      `${by} comes later with the same specificity, so where it matches, ${hidden} has no effect.`,
    hint: () => 'Put them in the order :link, :visited, :hover, :focus, :active.',
  },
  'style/link-overruled': {
    level: 'warning',
    message: ({ hidden, by }: { hidden: string; by: string }) =>
      `${by} has a higher specificity than ${hidden}, so its text colour wins on this background.`,
    hint: ({ hidden }: { hidden: string }) =>
      `Set the colour on ${hidden}:link, ${hidden}:visited.`,
  },
  'style/text-case': {
    level: 'note',
    message: ({ value, selector }: { value: string; selector: string }) =>
      `${selector} changes the case of its text (${value}), whatever an editor types.`,
    hint: () => 'Mention it in the help of the field, or let a field choose it.',
  },
  'style/fixed-width': {
    level: 'warning',
    message: ({ property, px }: { property: string; px: number }) =>
      `${property} is ${px} px, which is wider than a phone or a narrow column.`,
    hint: () => 'Use max-width, or width: min(100%, …).',
  },
  'style/width-cap': {
    level: 'note',
    message: ({ value }: { value: string }) =>
      `This never gets wider than ${value}, however wide the container is.`,
    hint: () => 'Keep it, or bind it to a field so that each page can choose.',
  },
  'style/fixed-position': {
    level: 'note',
    message: ({ value }: { value: string }) =>
      `position: ${value} is relative to the viewport. In an iframe, that is only the iframe.`,
    hint: () => 'Use another form of delivery, or position: absolute.',
  },
  'style/wrong-value': {
    level: 'warning',
    message: ({ property, value }: { property: string; value: string }) =>
      `${property} does not take ${value}, so browsers ignore the declaration.`,
    hint: () => 'Give a value of the right type, or remove the declaration.',
  },
  'style/from-site': {
    level: 'note',
    message: ({ name }: { name: string }) =>
      `${name} is not set anywhere in the mould, so it takes the value that the site has for it.`,
    hint: ({ name }: { name: string }) =>
      `List it under needs.properties in mould.json, or bind it as a field: keen-mould bind lists ${name}.`,
  },
  'style/open-sheet': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `The style sheet of ${name} is loaded from another address, so nobody has checked it. It is kept to the widget, but its important rules also apply to the page.`,
    hint: () => 'Import it again with --library NAME@VERSION=FILE to bring the file along.',
  },
  'style/no-var': {
    level: 'warning',
    message: ({ where, name }: { where: string; name: string }) =>
      `var(${name}) is used in ${where}, where CSS does not support it.`,
    hint: () => 'Write the value itself. var() only works in declarations of elements.',
  },
  'style/unknown-name': {
    level: 'warning',
    message: ({ name, near }: { name: string; near: string }) =>
      `${name} is not declared anywhere. Did you mean ${near}?`,
    hint: () => 'Correct the name, or list it under needs in mould.json if the host provides it.',
  },
} as const satisfies WordingTable;
