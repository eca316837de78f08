import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the markup of a mould, bindings apart. */
export const markupWording = {
  'markup/unclosed': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `<${name}> is never closed, so it takes in all that comes after it.`,
    mend: ({ name, where }: { name: string; where: string }) =>
      `Write </${name}> where it ends, which is probably ${where}.`,
  },
  'markup/lost-slash': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `<${name}> opens a second time where it was to end, so both take in all that comes after.`,
    mend: ({ name }: { name: string }) => `Write </${name}>.`,
  },
  'markup/self-closed': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `<${name} /> closes nothing in HTML: it takes in all that comes after it.`,
    mend: ({ name }: { name: string }) => `Write <${name}></${name}>.`,
  },
  'markup/stray-end': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      name === 'p' || name === 'br'
        ? `</${name}> ends nothing here; a browser makes an empty <${name}> of it.`
        : `</${name}> ends nothing here; a browser leaves it out.`,
    mend: ({ name }: { name: string }) => `Take it out, or open <${name}> where it should begin.`,
  },
  'markup/ends-early': {
    level: 'warning',
    message: ({ inner, outer, line }: { inner: string; outer: string; line: number }) =>
      `<${inner}> cannot stand in the <${outer}> of line ${line}: a browser ends <${outer}> before it.`,
    mend: ({ outer }: { outer: string }) =>
      outer === 'p'
        ? 'Make the paragraph a <div>, or end it before this.'
        : `End the <${outer}> before this begins.`,
  },
  'markup/misnested': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `<${name}> and an element around or in it end in the wrong order; a browser ends it elsewhere.`,
    mend: () => 'Close the elements in the order opposite to that in which they are opened.',
  },
  'markup/out-of-table': {
    level: 'warning',
    message: ({ name, line }: { name: string; line: number }) =>
      `<${name}> stands in the table of line ${line} but in no cell; a browser moves it before the table.`,
    mend: () => 'Put it into a <td>, a <th> or the <caption>, or outside the table.',
  },
  'markup/ignored': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `<${name}> cannot stand here; a browser leaves the tag out.`,
    mend: () => 'Take it out, or put it where such an element may stand.',
  },
  'markup/in-list': {
    level: 'warning',
    message: ({ name, list }: { name: string; list: string }) =>
      `<${name}> stands between <${list}> and its <li>, so a screen reader tells of a list without items.`,
    mend: ({ name }: { name: string }) => `Put each <${name}> inside its <li>.`,
  },
  'markup/part-alone': {
    level: 'warning',
    message: ({ name, around }: { name: string; around: string }) =>
      `<${name}> shows only inside <${around}>; anywhere else a browser leaves its tags out.`,
    mend: ({ around }: { around: string }) => `Paste the <${around}> around it as well.`,
  },
  'markup/same-id': {
    level: 'warning',
    message: ({ id, line }: { id: string; line: number }) =>
      `The id ${id} is that of another element too, in line ${line}; labels, links and script find that one only.`,
    mend: () => 'Give each an id of its own, or use a class.',
  },
  'markup/repeated-id': {
    level: 'warning',
    message: ({ id }: { id: string }) => `The id ${id} stands in a row, so each row has it.`,
    mend: () => 'Make the row a part of it, as in id="tram-{~rows#number~}".',
  },
  'markup/dead-reference': {
    level: 'warning',
    message: ({ name, id, near }: { name: string; id: string; near?: string | undefined }) =>
      `${name} names the id ${id}, which no element has.${didYouMean(near)}`,
    mend: () => 'Correct the name, or give the element that id.',
  },
  'markup/link-outside': {
    level: 'note',
    message: ({ id, count }: { id: string; count: number }) =>
      `This link leads to #${id}, which is not in the widget${count > 1 ? `, as do ${count - 1} more` : ''}; it works where the page has it.`,
    mend: () => 'Bind the address to a field, so that each page can name a place of its own.',
  },
  'markup/odd-character': {
    level: 'error',
    message: ({ called, count }: { called: string; count: number }) =>
      `There is ${called} in this tag${count > 1 ? ` and ${count - 1} more` : ''}, which a browser takes for part of a name or a value.`,
    mend: () => 'Write plain quotes and plain spaces.',
  },
  'markup/placeholder': {
    level: 'warning',
    message: ({ word }: { word: string }) =>
      `${word} was left by the author of the snippet for you to fill in.`,
    mend: () => 'Write what belongs there, or bind it to a field.',
  },
  'markup/filler-text': {
    level: 'note',
    message: () => 'There is filler text here (lorem ipsum).',
    mend: () => 'Bind it to a field with a default that says something.',
  },
  'markup/inline-handler': {
    level: 'note',
    message: ({ name, count }: { name: string; count: number }) =>
      `${name} is code inside the markup${count > 1 ? `, as are ${count - 1} more` : ''}; a page with a strict content security policy does not run it.`,
    mend: () => 'Use addEventListener in script.js.',
  },
  'markup/unknown-handler': {
    level: 'warning',
    message: ({ name, near }: { name: string; near: string }) =>
      `This calls ${name}, which the script does not have.${didYouMean(near)}`,
    mend: () => 'Correct the name, or write the function.',
  },
  'markup/no-alt': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `<${name}> has no alt text, so a screen reader reads out the name of the file.`,
    mend: () => 'Say what it shows in alt, or write alt="" where it only decorates.',
  },
  'markup/heading-rank': {
    level: 'note',
    message: ({ ranks }: { ranks: string }) =>
      `The rank of a heading is fixed here (${ranks}), and pages differ in which comes next.`,
    mend: () => 'Let a field choose it, with km-as.',
  },
  'markup/new-tab': {
    level: 'note',
    message: () =>
      'This opens a new tab, which in browsers before 2021 could then send this page elsewhere.',
    mend: () => 'Add rel="noopener".',
  },
  'markup/no-icons': {
    level: 'warning',
    message: ({ name, called }: { name: string; called: string }) =>
      `The class ${name} calls for icons of ${called}, whose font nothing here brings; the icons stay empty.`,
    mend: () => 'Import again with --library and the address of its style sheet.',
  },
  'markup/unused-classes': {
    level: 'note',
    message: ({ count, some }: { count: number; some: string }) =>
      `${count === 1 ? 'A class' : `${count} classes`} of the markup ${count === 1 ? 'is' : 'are'} in neither style nor script: ${some}.`,
    mend: () => 'If they come from a style sheet, import again with --library and its address.',
  },
} as const satisfies WordingTable;
