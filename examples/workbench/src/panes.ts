import type { SnippetPiece } from 'keen-mould';

/** The panes of a paste, by the language of each. */
export function panesOf(pieces: readonly SnippetPiece[]): Readonly<Record<string, string>> {
  return Object.fromEntries(pieces.map(({ name, text }) => [name.replace(/^.*\./, ''), text]));
}

/** One box, or one pane each, as pieces. */
export function piecesOf(texts: Readonly<Record<string, string>>): SnippetPiece[] {
  const languages = ['html', 'css', 'js'] as const;
  return languages.flatMap((language) => {
    const text = texts[language] ?? '';
    return text === '' ? [] : [{ name: `paste.${language}`, text }];
  });
}
