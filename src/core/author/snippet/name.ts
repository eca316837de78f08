/** A name for folders and attributes from any words: letters without marks, in kebab case. */
export function kebabName(words: string): string {
  const plain = words
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^[^A-Za-z]+|-+$/g, '')
    .toLowerCase()
    .slice(0, 60);
  return plain.replace(/-+$/, '') || 'snippet';
}

/** A title from a name: `sunday-board` → `Sunday board`. */
export function titleFrom(name: string): string {
  const words = name.replace(/[-_]+/g, ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}
