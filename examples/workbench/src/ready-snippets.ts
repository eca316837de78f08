/** Snippets to try, each loaded when it is chosen. */
const texts = import.meta.glob<string>('../../../demo/snippets/*.html', {
  query: '?raw',
  import: 'default',
});

export const ready = Object.entries(texts).map(([path, load]) => {
  const name = path.replace(/^.*\/|\.html$/g, '');
  return {
    name,
    title: name.replace(/-/g, ' ').replace(/^./, (letter) => letter.toUpperCase()),
    load,
  };
});
