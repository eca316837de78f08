/** A page that stands around casts, so that they are seen as a site would show them. */
export interface HostPage {
  readonly title: string;
  /** What stands in its body; casts go into the element with `data-casts`. */
  readonly body: string;
  readonly style: string;
}

const words = `<h1>Depot open day</h1>
<p>Trams run every half hour from Depot Gate. The workshop is open from ten until four, and the
kettle is on.</p>`;
const after = `<h2>Getting here</h2>
<p>The stop at Weir Lane is two minutes from the gate. <a href="#">Directions</a></p>
<ul><li>Step-free from platform 1</li><li>Dogs welcome on the lower deck</li></ul>`;

const siteType = `body { margin: 0; font: 16px/1.5 Georgia, serif; color: #2b2b2b; background: #fff; }
main { margin: 24px auto; padding: 0 16px; }`;

/** Pages to try a widget in, by name: adding one is adding a row. */
export const hostPages = {
  bare: { title: 'Empty page', body: '<div data-casts></div>', style: 'body { margin: 0 }' },
  narrow: {
    title: 'A narrow column',
    body: `<main>${words}<div data-casts></div>${after}</main>`,
    style: `${siteType}\nmain { max-width: 300px; }`,
  },
  wide: {
    title: 'A wide column',
    body: `<main>${words}<div data-casts></div>${after}</main>`,
    style: `${siteType}\nmain { max-width: 960px; }`,
  },
  rude: {
    title: 'A site that styles everything',
    body: `<main>${words}<div data-casts></div>${after}</main>`,
    style: `${siteType}
* { box-sizing: border-box; letter-spacing: 0.02em; }
h1, h2, h3 { font: 700 30px/1 Impact, sans-serif; text-transform: uppercase; color: #7a1f3d; }
p, li { margin: 0 0 20px; text-indent: 1em; font-size: 19px; }
a { color: #b3005e; border-bottom: 3px double; }
ul, ol { margin: 0 0 20px; padding: 0 0 0 40px; list-style: square; }
img { max-width: 100%; border: 4px solid #7a1f3d; }
button, input, select { padding: 14px; border: 3px solid #7a1f3d; border-radius: 0; font: inherit; background: #ffe; }
table { width: 100%; border-collapse: collapse; } td, th { border: 1px solid #999; padding: 12px; }
div, section, article { line-height: 2; }`,
  },
} as const satisfies Readonly<Record<string, HostPage>>;

export type HostName = keyof typeof hostPages;
