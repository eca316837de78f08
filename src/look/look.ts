/** The colours of everything of ours that is seen, for light and dark schemes. */
const colours: Readonly<Record<string, readonly [light: string, dark: string]>> = {
  paper: ['#faf7f2', '#1b1917'],
  bench: ['#f1ece3', '#26221f'],
  line: ['#d9d0c3', '#3d3832'],
  ink: ['#22201d', '#f0ebe4'],
  soft: ['#5f584f', '#b9b0a4'],
  kiln: ['#a0400f', '#f0996f'],
  patina: ['#1c675c', '#6cc5b4'],
  warn: ['#7d5200', '#e3b457'],
  fault: ['#a8231b', '#ff9388'],
};

const families = {
  sans: "-apple-system, 'Segoe UI', Roboto, 'Liberation Sans', system-ui, sans-serif",
  mono: "ui-monospace, 'Cascadia Mono', Menlo, Consolas, 'Liberation Mono', monospace",
};

/**
 * The declarations of the look, as custom properties.
 *
 * @param prefix begins the names by which whoever embeds a part may give it other values; none may
 *   be given without
 */
export function lookProperties(prefix?: string): string {
  const own = (name: string, value: string) =>
    `--${name}: ${prefix === undefined ? value : `var(${prefix}${name}, ${value})`};`;
  return [
    ...Object.entries(colours).map(([name, both]) => own(name, `light-dark(${both.join(', ')})`)),
    ...Object.entries(families).map(([name, value]) => own(name, value)),
  ].join('\n');
}
