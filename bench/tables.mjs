// Sets what was measured into docs/figures.md, each table between two marks.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const row = (cells) => `| ${cells.join(' | ')} |`;
const table = (head, rows) => [row(head), row(head.map(() => '---')), ...rows.map(row)].join('\n');

const inputs = {
  usual: 'a usual snippet, 8 kB',
  style1MB: 'a sheet of 1 MB',
  elements10k: '10 000 elements',
  script1MB: 'a script of 1 MB',
};
const pieces = {
  card: 'a card',
  list: 'a list of 1 000 rows',
  nested: 'lists in lists in a list, 1 110 rows',
};
const changes = {
  bare: 'three bare frames that set one custom property',
  calmStyle: 'a colour, in a widget that stands still',
  calmOther: 'a text there',
  movingStyle: 'a colour, in one that moves',
  movingOther: 'a text there',
};

/** A table by the name of its bench, from the results of that. */
const tables = {
  import: (results) =>
    table(
      ['input', 'import', 'import and check', 'ms for the import'],
      Object.entries(results).map(([name, one]) => [
        ...[inputs[name], one.toParsers, one.checkedToParsers, one.importMs],
      ]),
    ),
  spots: (one) =>
    table(
      [
        'one snippet of',
        'fields in it',
        'finding them',
        'binding all of them',
        'ms for the finding',
      ],
      [
        [
          `${one.kB} kB, ${one.lines} lines`,
          one.fields,
          one.findToParsers,
          one.bindToParsers,
          one.findMs,
        ],
      ],
    ),
  workbench: (one) =>
    table(
      ['what', 'ms'],
      [
        ['a bare page with a text area and three frames is painted', one.barePaintMs],
        ['the workbench is painted', one.firstPaintMs],
        ['it can be pasted into', one.readyMs],
        [`a paste of ${one.pasteKB} kB is in all three frames`, one.framesMs],
        [
          `the longest that the page does not answer, with a page of ${one.lines} lines`,
          one.longestPauseMs,
        ],
      ],
    ),
  cast: (results) =>
    table(
      ['written', 'in the page', 'for a shadow root', 'with the check of all values', 'ms by hand'],
      Object.entries(results).map(([name, one]) => [
        ...[pieces[name], one.writtenToHand, one.sealedToHand, one.checkedToHand, one.handMs],
      ]),
    ),
  growth: (results) =>
    table(
      ['step', 'of 1', 'of 10', 'of 100', 'of 1 000', 'ms for 1 000'],
      Object.entries(results).map(([name, { eachOf, msAt1000 }]) => [
        ...[name, ...Object.values(eachOf), msAt1000],
      ]),
    ),
  pages: ({ sizes }) =>
    table(
      [
        'pages',
        'casts',
        'seconds',
        'to bare reading and writing',
        'again, to the first time',
        'MB of memory',
      ],
      Object.entries(sizes).map(([pages, one]) => [
        pages,
        one.casts,
        one.seconds,
        one.toBareFiles,
        one.againToFirst,
        one.heapMB,
      ]),
    ),
  preview: (results) =>
    table(
      ['change', 'frames of the display', 'ms', 'ms for 19 of 20'],
      Object.entries(results).map(([name, one]) => [
        ...[changes[name], one.displayFrames, one.drawnMs, one.lateMs],
      ]),
    ),
  proof: (one) =>
    table(
      ['pictures', 'pictures and facts', 'with the accessibility engine', 'ms for a bare picture'],
      [[one.pictures, one.oursToBare, one.withEngineToBare, one.bareMsEach]],
    ),
  start: (one) =>
    table(
      ['', 'to bare Node.js', 'to Node.js with the parsers'],
      [
        ['`--version`', one.versionToNode, ''],
        ['`check` of a small mould', '', one.checkToParsers],
        ['`cast` of a small mould', '', one.castToParsers],
        ['`--help`', one.helpToNode, ''],
      ],
    ),
};

/** The page of figures with its tables, and the machines of these, as the results have them. */
export function figuresWith(page) {
  const machines = new Set();
  const between = (text, name, content) =>
    text.replace(new RegExp(`(<!-- ${name} -->\n)[\\s\\S]*?(<!-- end -->)`), (_, from, to) =>
      [from, content, '\n', to].join(''),
    );
  const filled = Object.entries(tables).reduce((text, [name, make]) => {
    const path = new URL(`results/${name}.json`, import.meta.url);
    if (!existsSync(path)) return text;
    const { machine, results } = JSON.parse(readFileSync(path, 'utf8'));
    const { cores, processor, memoryGB, node } = machine;
    machines.add(`${cores} cores of ${processor}, ${memoryGB} GB, Node.js ${node.slice(1)}`);
    return between(text, name, make(results));
  }, page);
  return between(filled, 'machine', `On ${[...machines].join('; ')}.`);
}

const figures = new URL('../docs/figures.md', import.meta.url);
if (process.argv[1] === fileURLToPath(import.meta.url)) {
  writeFileSync(figures, figuresWith(readFileSync(figures, 'utf8')));
}
