/** What a field is called in style by its path: `--` and kebab case, members joined by a hyphen. */
export function propertyName(path: string): string {
  const kebab = path.replace(/([a-z0-9])([A-Z])/g, '$1-$2').replace(/\./g, '-');
  return `--${kebab.toLowerCase()}`;
}
