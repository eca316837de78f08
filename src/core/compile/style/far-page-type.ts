/** Fonts of the system, as several frameworks list them. */
const system =
  '-apple-system, BlinkMacSystemFont, "Segoe UI", Roboto, "Helvetica Neue", Arial, "Noto Sans", sans-serif';
const helvetica = '"Helvetica Neue", Helvetica, Arial, sans-serif';

/**
 * What frameworks say of the type of a page, in their rules for `html` and `body`, which a cast has
 * none of: by the address of their sheet, the first that fits.
 */
const types: readonly (readonly [address: RegExp, declarations: string])[] = [
  [/bootstrap\D*2\./i, `font: 14px / 20px ${helvetica}; color: #333`],
  [/bootstrap\D*3\./i, `font: 14px / 1.42857143 ${helvetica}; color: #333`],
  [/bootstrap\D*4\./i, `font: 16px / 1.5 ${system}; color: #212529; text-align: left`],
  [
    /(?:bootstrap|bootswatch)\D*5\./i,
    'font: var(--bs-body-font-weight) var(--bs-body-font-size) / var(--bs-body-line-height) var(--bs-body-font-family); color: var(--bs-body-color); text-align: var(--bs-body-text-align)',
  ],
  [/bulma\D*0\./i, `font: 16px / 1.5 ${system}; color: #4a4a4a`],
  [
    /bulma\D*1\./i,
    'font: var(--bulma-body-weight) var(--bulma-body-font-size) / var(--bulma-body-line-height) var(--bulma-body-family); color: var(--bulma-body-color)',
  ],
  [/foundation\D*5\./i, `font: 16px / 1.5 ${helvetica}; color: #222`],
  [/foundation\D*6\./i, `font: 16px / 1.5 ${helvetica}; color: #0a0a0a`],
  [/materialize\D*0\./i, 'font: 16px / 1.5 Roboto, sans-serif; color: rgba(0, 0, 0, 0.87)'],
  [/materialize/i, `font: 16px / 1.5 ${system}; color: rgba(0, 0, 0, 0.87)`],
  [/uikit\D*3\./i, `font: 16px / 1.5 ${system}; color: #666`],
  [
    /(?:semantic|fomantic)/i,
    `font: 14px / 1.4285em Lato, ${helvetica}; color: rgba(0, 0, 0, 0.87)`,
  ],
  [
    /milligram/i,
    `font: 300 16px / 1.6 Roboto, ${helvetica}; color: #606c76; letter-spacing: 0.01em`,
  ],
  [/skeleton/i, `font: 15px / 1.6 Raleway, ${helvetica}; color: #222`],
  [/spectre/i, `font: 16px / 1.5 ${system}; color: #3b4351`],
  [/tailwind/i, `font: 16px / 1.5 ui-sans-serif, system-ui, ${system}`],
  [/w3(?:-css|schools)|\bw3\.css/i, 'font: 15px / 1.5 Verdana, sans-serif'],
  [/\bpure(?:css|-min|-release)?\b/i, 'font-family: sans-serif; line-height: 1.15'],
  [/modern-normalize/i, 'font-family: system-ui, sans-serif; line-height: 1.15'],
  [/normalize\D*[1-3]\./i, 'font-family: sans-serif'],
  [/normalize|tachyons/i, 'line-height: 1.15'],
];

/** Declarations for the root of a cast that loads a sheet from elsewhere; empty where none are known. */
export function farPageType(address: string): string {
  return types.find(([pattern]) => pattern.test(address))?.[1] ?? '';
}
