import type { Confinement } from './registry.ts';

/** Code that is made from text has the names of its cast (ECMAScript, 20.2.1.1, has the page's). */
export function evals(to: Confinement): void {
  const made = (given: string[]): unknown => {
    const code = `${given.pop() ?? ''}`;
    // How bundles ask for their window.
    if (/^\s*return this;?\s*$/.test(code)) return () => to.reach;
    return Function('reach', `with(reach)return function(${given}){${code}\n}`)(to.reach);
  };
  to.win.Function = new Proxy(Function, {
    apply: (_, __, given) => made([...given]),
    construct: (_, given) => made([...given]) as object,
  });
  to.win.eval = (code: unknown) =>
    typeof code === 'string'
      ? // A name of its own inside, since that of the cast leads back here.
        Function(
          'reach',
          'real',
          'code',
          'with(reach){const eval=real;return eval(code)}',
        )(
          to.reach,
          // biome-ignore lint/security/noGlobalEval: the script's own text, run as the script asks for it
          eval,
          code,
        )
      : code;
}
