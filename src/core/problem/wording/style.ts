import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with style.css. */
export const styleWording = {
  'style/not-read': {
    level: 'warning',
    message: ({ what }: { what: string }) =>
      `This part of the style cannot be read (${what}), so casts leave it out.`,
    mend: () => 'Look for a lost brace, a lost colon or a // comment near it.',
  },
  'style/unknown-at-rule': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `@${name} is not part of CSS, so casts leave it out with everything inside it.`,
    mend: () => 'Correct its name, or compile the style first if it belongs to a preprocessor.',
  },
  'style/page-rule': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `@${name} applies to a whole page, so casts leave it out.`,
    mend: ({ name }: { name: string }) =>
      `Move it to a style sheet of the site if the page needs it; otherwise remove @${name} here.`,
  },
  'style/import': {
    level: 'warning',
    message: () =>
      'This @import loads rules that would reach the whole page, so casts leave it out.',
    mend: () =>
      'Import the snippet together with that file, or add the sheet to libraries in mould.json.',
  },
  'style/unclosed': {
    level: 'error',
    message: () => 'This block is never closed, so the rules after it count as part of it.',
    mend: ({ line }: { line: number | undefined }) =>
      `Write } where it ends, ${line === undefined ? 'probably at the very end' : `probably before line ${line}`}.`,
  },
  'style/stray-brace': {
    level: 'error',
    message: () =>
      'This } closes nothing; a browser takes it for the start of the next selector and skips that rule.',
    mend: () => 'Take it out, or write the { that it should close.',
  },
  'style/lost-semicolon': {
    level: 'error',
    message: ({ property, next }: { property: string; next: string }) =>
      `The semicolon between ${property} and ${next} is lost, so a browser skips both.`,
    mend: () => 'Write ; at the end of the line.',
  },
  'style/line-comment': {
    level: 'warning',
    message: () => 'CSS has no // comments: a browser skips what comes next as well.',
    mend: () => 'Write it as /* … */.',
  },
  'style/odd-character': {
    level: 'error',
    message: ({ called, count }: { called: string; count: number }) =>
      `There is ${called} here${count > 1 ? ` and ${count - 1} more in this file` : ''}, which a browser takes for part of a name.`,
    mend: () => 'Write plain quotes and plain spaces.',
  },
  'style/unknown-property': {
    level: 'warning',
    message: ({ property, near }: { property: string; near: string }) =>
      `No browser knows the property ${property}.${didYouMean(near)}`,
    mend: () => 'Correct its name; as it is, it does nothing.',
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
        ? `${word} is no colour, so a browser skips this ${property}.`
        : `${property} cannot be ${word}, so a browser skips it.${didYouMean(near)}`,
    mend: ({ word }: { word: string }) =>
      word.startsWith('#')
        ? 'A colour has three, four, six or eight digits, 0 to 9 and a to f.'
        : 'Correct the word.',
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
    }) =>
      `The unit of ${word} is not known, so a browser skips this ${property}.${didYouMean(near)}`,
    mend: () => 'Correct the unit.',
  },
  'style/no-unit': {
    level: 'warning',
    message: ({ property, word }: { property: string; word: string }) =>
      `${word} has no unit joined to it, so a browser skips this ${property}.`,
    mend: ({ near }: { near: string }) => `Write ${near}.`,
  },
  'style/no-match': {
    level: 'warning',
    message: ({ selector, meant }: { selector: string; meant: string }) =>
      `Nothing in the markup is ${selector}.${didYouMean(meant)}`,
    mend: () => 'Correct the name here or in the markup.',
  },
  'style/lost-mark': {
    level: 'warning',
    message: ({ name, meant }: { name: string; meant: string }) =>
      `There is no element ${name}.${didYouMean(meant)}`,
    mend: ({ meant }: { meant: string }) => `Write ${meant}.`,
  },
  'style/low-contrast': {
    level: 'warning',
    message: ({ ratio, wanted }: { ratio: string; wanted: number }) =>
      `Text and ground are too close to read with ease: ${ratio} to 1, where ${wanted} to 1 is the least.`,
    mend: () => 'Make the text darker or lighter, or the ground.',
  },
  'style/no-reduced-motion': {
    level: 'note',
    message: () => 'Who asked the system for less motion gets this animation all the same.',
    mend: () => 'End it inside @media (prefers-reduced-motion: reduce).',
  },
  'style/hover-only': {
    level: 'warning',
    message: ({ selector }: { selector: string }) =>
      `What ${selector} shows needs a pointer: by keyboard, and on most phones, nobody gets at it.`,
    mend: () => 'Add the same selector with :focus-within, or open it by a button.',
  },
  'style/link-order': {
    level: 'warning',
    message: ({ hidden, by }: { hidden: string; by: string }) =>
      `${by} comes later and weighs the same, so where it holds ${hidden} never shows.`,
    mend: () => 'Put them in the order :link, :visited, :hover, :focus, :active.',
  },
  'style/link-overruled': {
    level: 'warning',
    message: ({ hidden, by }: { hidden: string; by: string }) =>
      `${by} weighs more than ${hidden}, so a link of it gets the other colour on this ground.`,
    mend: ({ hidden }: { hidden: string }) =>
      `Set the colour in ${hidden}:link, ${hidden}:visited.`,
  },
  'style/text-case': {
    level: 'note',
    message: ({ value, selector }: { value: string; selector: string }) =>
      `${selector} shows text in ${value === 'capitalize' ? 'capital initials' : value}, however an editor types it.`,
    mend: () => 'Leave it, and say so in the help of the field; or let a field choose.',
  },
  'style/fixed-width': {
    level: 'warning',
    message: ({ property, px }: { property: string; px: number }) =>
      `${property} is ${px} px, which is wider than a phone or a narrow column.`,
    mend: () => 'Write max-width instead, or width: min(100%, …).',
  },
  'style/width-cap': {
    level: 'note',
    message: ({ value }: { value: string }) =>
      `Past ${value} this stays as wide as it is, in however wide a place it stands.`,
    mend: () => 'Leave it, or bind it to a field so that a page can choose.',
  },
  'style/fixed-position': {
    level: 'note',
    message: ({ value }: { value: string }) =>
      `position: ${value} holds on to the window; delivered as a frame, the widget has none but its own.`,
    mend: () => 'Deliver it in another form, or use position: absolute.',
  },
  'style/no-var': {
    level: 'warning',
    message: ({ where, name }: { where: string; name: string }) =>
      `var(${name}) stands in ${where}, where CSS does not understand it.`,
    mend: () => 'Write the value out; only declarations of elements take custom properties.',
  },
  'style/unknown-name': {
    level: 'warning',
    message: ({ name, near }: { name: string; near: string }) =>
      `Nothing declares ${name}. Did you mean ${near}?`,
    mend: () => 'Correct the name, or list it under needs in mould.json if the host has it.',
  },
} as const satisfies WordingTable;
