import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Cast } from '../../src/core/compile/cast.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';

/** A page that does not expect guests. */
export interface Host {
  readonly name: string;
  readonly style: string;
}

const { resolve } = createRequire(import.meta.url);
const sheet = (path: string) => readFileSync(resolve(path), 'utf8').replace(/@import[^;]*;/g, '');

/** Rules nobody should write, and many do. */
const rude = `
* { box-sizing: content-box; letter-spacing: 2px; line-height: 3; }
*, *::before, *::after { text-shadow: 1px 1px red; }
div { margin: 7px; padding: 5px; border: 1px dashed green; float: none; }
p, li, label, td, th, span, a, b { color: purple; font: italic 22px/2 fantasy; text-transform: uppercase; }
h1, h2, h3, h4 { font-size: 60px; color: lime; margin: 40px; }
ul, ol, dl { list-style: square inside; padding: 30px; margin: 30px; }
button, input, select, textarea { width: 100%; height: 60px; background: black; color: yellow; border-radius: 30px; }
img, svg, canvas, video { max-width: 40px; height: auto; opacity: .4; filter: invert(1); display: block; }
table { border-collapse: collapse; width: 100%; } td, th { padding: 20px; border: 3px solid red; }
section, article, nav, header, footer, main, aside, figure, form, fieldset { display: flex; background: beige; padding: 20px; }
:focus { outline: 5px solid red; } a:hover, button:hover { transform: rotate(3deg); }
#host div { color: orange; } #host p { font-size: 9px; } #host #stand { text-align: right; font-size: 30px; }
#host #stand div { text-decoration: underline; }
.active, .open, .show, .hidden, .card, .container, .row { display: none; outline: 9px solid blue; }
html { font-size: 10px; } body { color: maroon; font-family: monospace; word-spacing: 9px; }
:root { --accent: red; --color: red; --bg: black; --gap: 99px; }
a, h2, button, td, .card, .title { color: deeppink !important; text-decoration: line-through !important; }
div, p, li, img { margin: 11px !important; padding: 4px !important; float: right !important; background: khaki !important; }
.active, .open, .row { border: 6px dotted navy !important; font-size: 30px !important; box-sizing: content-box !important; }
@layer base { * { border: 2px solid navy; padding: 3px; } }
`;

export const hosts: readonly Host[] = [
  { name: 'bootstrap', style: sheet('bootstrap/dist/css/bootstrap.css') },
  { name: 'bulma', style: sheet('bulma/css/bulma.css') },
  { name: 'uikit', style: sheet('uikit/dist/css/uikit.css') },
  { name: 'pico', style: sheet('@picocss/pico/css/pico.css') },
  { name: 'rude', style: rude },
];

/** The attribute of the element that the first cast stands in. */
export const standIn = 'data-place';

const furniture = `
<header class="navbar header"><nav class="menu"><ul class="nav"><li class="active"><a href="#host">Home</a></li><li>Fares</li></ul></nav></header>
<main class="container" id="content"><h1 class="title">Brindle Vale Tramway</h1><p class="card lead">Trams run <b>on Sundays</b>.</p>
<form class="form"><label for="search">Search</label><input id="search" class="input" name="tab" placeholder="a stop"><button class="btn button">Go</button></form>
<table class="table"><tr><th>Stop</th><td>10:20</td></tr></table><img alt="" width="40" height="20">`;

/** A host with casts in it, or with as many empty boxes where there are none; undefined for no host. */
export function inHost(host: Host | undefined, casts: readonly Cast[]): string {
  const blocks = [0, 1].map((at) => {
    const cast = casts[at];
    if (!cast) return '<div data-stand-in></div>';
    return deliver(cast, { form: 'block', runtime, before: casts.slice(0, at) }).parts.html ?? '';
  });
  // The box that is looked at is the test's own, and no rule of a host may move it: part of a
  // pixel would draw every letter anew.
  const box = 'all: initial; display: block; width: 640px; background: white';
  const atTop = `${box}; position: absolute; left: 0; top: 0; z-index: 9999`;
  const important = (style: string) => style.replace(/(?=;|$)/g, ' !important');
  const place = (block: string | undefined, isFirst: boolean) =>
    `<div id="stand"><div ${isFirst ? standIn : ''} style="${important(isFirst ? atTop : box)}">${block}</div></div>`;
  const inside = place(blocks[0], true);
  if (!host)
    return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Empty</title><body style="margin: 0">${inside}</body></html>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Host</title><style>${host.style}</style></head>
<body class="host" id="host">${inside}<div>${furniture}${place(blocks[1], false)}</main><footer class="footer"><p>Depot Lane</p></footer></div></body></html>`;
}
