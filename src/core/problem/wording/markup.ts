import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the markup of a mould, bindings apart. */
export const markupWording = {
  'markup/unclosed': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `<${name}> is never closed, so everything after it ends up inside it.`,
    hint: ({ name, where }: { name: string; where: string }) =>
      `Add </${name}> where it should end, probably ${where}.`,
  },
  'markup/lost-slash': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `A second <${name}> stands where </${name}> was meant, so everything after it ends up inside both.`,
    hint: ({ name }: { name: string }) => `Write </${name}>.`,
  },
  'markup/self-closed': {
    level: 'error',
    message: ({ name }: { name: string }) =>
      `<${name} /> is not self-closing in HTML, so everything after it ends up inside it.`,
    hint: ({ name }: { name: string }) => `Write <${name}></${name}>.`,
  },
  'markup/stray-end': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      name === 'p' || name === 'br'
        ? `</${name}> has no matching start tag, so browsers insert an empty <${name}>.`
        : `</${name}> has no matching start tag, so browsers ignore it.`,
    hint: ({ name }: { name: string }) => `Remove it, or add <${name}> where it should start.`,
  },
  'markup/ends-early': {
    level: 'warning',
    message: ({ inner, outer, line }: { inner: string; outer: string; line: number }) =>
      `<${inner}> is not allowed inside the <${outer}> on line ${line}, so browsers close <${outer}> before it.`,
    hint: ({ outer }: { outer: string }) =>
      outer === 'p'
        ? 'Change the paragraph to a <div>, or close it before this element.'
        : `Close the <${outer}> before this element.`,
  },
  'markup/misnested': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `<${name}> and another element are closed in the wrong order, so browsers end it somewhere else.`,
    hint: () => 'Close the element that was opened last first.',
  },
  'markup/out-of-table': {
    level: 'warning',
    message: ({ name, line }: { name: string; line: number }) =>
      `<${name}> is inside the table on line ${line} but not in a cell, so browsers move it in front of the table.`,
    hint: () => 'Move it into a <td>, a <th> or the <caption>, or out of the table.',
  },
  'markup/ignored': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `<${name}> is not allowed here, so browsers ignore the tag.`,
    hint: () => 'Remove it, or move it to where it is allowed.',
  },
  'markup/in-list': {
    level: 'warning',
    message: ({ name, list }: { name: string; list: string }) =>
      `<${name}> is a direct child of <${list}>, so screen readers announce a list without items.`,
    hint: ({ name }: { name: string }) => `Put each <${name}> inside its <li>.`,
  },
  'markup/part-alone': {
    level: 'warning',
    message: ({ name, around }: { name: string; around: string }) =>
      `<${name}> only works inside <${around}>. Anywhere else browsers ignore its tags.`,
    hint: ({ around }: { around: string }) => `Include the <${around}> around it in the paste.`,
  },
  'markup/same-id': {
    level: 'warning',
    message: ({ id, line }: { id: string; line: number }) =>
      `The id ${id} is already used on line ${line}. Labels, links and scripts only find that element.`,
    hint: () => 'Give each element its own id, or use a class.',
  },
  'markup/repeated-id': {
    level: 'warning',
    message: ({ id }: { id: string }) =>
      `The id ${id} is inside a repeated row, so every row gets the same id.`,
    hint: () => 'Add the row number, as in id="tram-{~rows#number~}".',
  },
  'markup/dead-reference': {
    level: 'warning',
    message: ({ name, id, near }: { name: string; id: string; near?: string | undefined }) =>
      `${name} refers to the id ${id}, which does not exist.${didYouMean(near)}`,
    hint: () => 'Correct the id here, or add it to the element.',
  },
  'markup/link-outside': {
    level: 'note',
    message: ({ id, count }: { id: string; count: number }) =>
      `This link points to #${id}, which is not in the widget${count > 1 ? `, and so do ${count - 1} more` : ''}. It only works on pages that have that id.`,
    hint: () => 'Bind the address to a field so that each page can set its own target.',
  },
  'markup/odd-character': {
    level: 'error',
    message: ({ called, count }: { called: string; count: number }) =>
      `This tag contains ${called}${count > 1 ? ` and ${count - 1} more` : ''}, which browsers treat as part of a name or value.`,
    hint: () => 'Use straight quotes and normal spaces.',
  },
  'markup/placeholder': {
    level: 'warning',
    message: ({ word }: { word: string }) =>
      `${word} is a placeholder left by the author of the snippet.`,
    hint: () => 'Replace it with the real value, or bind it to a field.',
  },
  'markup/filler-text': {
    level: 'note',
    message: () => 'This is placeholder text (lorem ipsum).',
    hint: () => 'Bind it to a field with a meaningful default.',
  },
  'markup/click-only': {
    level: 'warning',
    message: ({ name, count }: { name: string; count: number }) =>
      `${count === 1 ? `This <${name}> reacts` : `This <${name}> and ${count - 1} more react`} to clicks, but no keyboard reaches ${count === 1 ? 'it' : 'them'}.`,
    hint: () => 'Use <button type="button">, or add tabindex="0", a role and a keydown handler.',
  },
  'markup/loose-style': {
    level: 'warning',
    message: () =>
      'This <style> is in the markup, so its rules apply to the whole page as soon as it is shown or cloned.',
    hint: () => 'Move its rules to style.css.',
  },
  'markup/loose-script': {
    level: 'warning',
    message: () =>
      'This <script> is in the markup, so it runs for the whole page and not for its widget.',
    hint: () => 'Move its code to script.js.',
  },
  'markup/frame-reaches': {
    level: 'warning',
    message: ({ said }: { said: string }) =>
      `The code of this frame uses ${said}, so it reaches the page around it.`,
    hint: () => 'Add sandbox="allow-scripts" to the iframe, or use postMessage.',
  },
  'markup/inline-handler': {
    level: 'note',
    message: ({ name, count }: { name: string; count: number }) =>
      `${name} is an inline event handler${count > 1 ? `, and there are ${count - 1} more` : ''}. Pages with a strict Content Security Policy block it.`,
    hint: () => 'Use addEventListener in script.js.',
  },
  'markup/unknown-handler': {
    level: 'warning',
    message: ({ name, near }: { name: string; near: string }) =>
      `This calls ${name}, which the script does not define.${didYouMean(near)}`,
    hint: () => 'Correct the name, or define the function.',
  },
  'markup/no-alt': {
    level: 'warning',
    message: ({ name }: { name: string }) =>
      `<${name}> has no alt text, so screen readers read out the file name.`,
    hint: () => 'Describe the picture in alt, or use alt="" if it is decorative.',
  },
  'markup/heading-rank': {
    level: 'note',
    message: ({ levels }: { levels: string }) =>
      `The heading level is fixed (${levels}), but the right level depends on the page.`,
    hint: () => 'Let a field choose the level, with km-as.',
  },
  'markup/new-tab': {
    level: 'note',
    message: () =>
      'This opens a new tab without rel="noopener". In browsers from before 2021 the new page could redirect this one.',
    hint: () => 'Add rel="noopener".',
  },
  'markup/no-icons': {
    level: 'warning',
    message: ({ name, called }: { name: string; called: string }) =>
      `The class ${name} is from the icon font ${called}, which is not loaded, so the icons stay empty.`,
    hint: () => 'Import again with --library and the address of its style sheet.',
  },
  'markup/unused-classes': {
    level: 'note',
    message: ({ count, some }: { count: number; some: string }) =>
      `${count === 1 ? 'A class' : `${count} classes`} in the markup ${count === 1 ? 'is' : 'are'} not used in the style or script: ${some}.`,
    hint: () =>
      'If they belong to another style sheet, import again with --library and its address.',
  },
} as const satisfies WordingTable;
