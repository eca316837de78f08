import { expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';

const { pageOf } = withBrowser();

/** Markup whose look is said by attributes (HTML Standard, 15; SVG 2, 6.6), each with what it marks. */
const hinted = `<div dir="rtl"><p data-t="dir" dir="ltr">x</p></div><p data-t="lang" lang="tr">x</p>
<p data-t="edit" contenteditable>x</p><img data-t="drag" draggable="false" alt="" width="9" height="9"><p data-t="draggable" draggable="true">x</p>
<p data-t="hidden" hidden>x</p><p data-t="align" align="right">x</p><div data-t="center" align="center">x</div><h2 data-t="h" align="center">x</h2>
<font data-t="font" color="#a1b2c3" face="monospace" size="5">x</font><br data-t="br" clear="both">
<ol data-t="ol" type="A" start="4" reversed><li data-t="li" type="i" value="7">x</li></ol><ul data-t="ul" type="square"><li>x</li></ul>
<table data-t="table" width="300" border="3" bordercolor="red" cellpadding="7" cellspacing="5" bgcolor="#eeeeee" align="center" frame="box" rules="all">
<caption data-t="caption" align="bottom">c</caption><colgroup data-t="colgroup" width="40"><col data-t="col" width="50"></colgroup>
<thead data-t="thead" align="right" valign="bottom"><tr data-t="tr" bgcolor="#dddddd" height="44"><th data-t="th" width="60" nowrap>x</th><td data-t="td" align="center" valign="top" bgcolor="#cccccc" height="30">x</td></tr></thead></table>
<hr data-t="hr" width="50%" size="6" color="#ff0000" align="left" noshade><hr data-t="hr2" size="1">
<img data-t="img" width="50" height="20" hspace="4" vspace="6" border="2" align="left" alt="">
<iframe data-t="iframe" width="120" height="40" frameborder="0" marginwidth="3" scrolling="no" title="x"></iframe>
<iframe data-t="iframe2" title="x"></iframe><canvas data-t="canvas" width="30" height="20"></canvas>
<video data-t="video" width="64" height="36"></video><input data-t="input" size="40"><input data-t="image" type="image" width="20" height="10" alt="x">
<textarea data-t="textarea" rows="4" cols="30" wrap="off">x</textarea><pre data-t="pre" width="40">x</pre><legend data-t="legend" align="right">x</legend>
<svg data-t="svg" width="40" height="30" fill="red" stroke="blue" viewBox="0 0 4 3"><g data-t="g" fill="green" opacity=".5" transform="translate(1)"><rect data-t="rect" width="2" height="1" stroke-width=".2" visibility="hidden"/><text data-t="text" font-size="2" text-anchor="middle" letter-spacing="1">x</text></g></svg>
<marquee data-t="marquee" width="90" height="20" bgcolor="#abcdef" hspace="3">x</marquee><details data-t="details" open><summary data-t="summary">x</summary>y</details>
<a data-t="a" href="#x">x</a><q data-t="q" lang="fr">x</q><bdo data-t="bdo" dir="rtl">x</bdo><dialog data-t="dialog" open>x</dialog><progress data-t="progress" value="3" max="9"></progress>`;

async function looks(body: string): Promise<Record<string, Record<string, string>>> {
  const page = await pageOf(
    `<!doctype html><html><head><meta charset="utf-8"></head><body>${body}</body></html>`,
  );
  return page.evaluate(() => {
    const found: Record<string, Record<string, string>> = {};
    for (const element of document.querySelectorAll('[data-t]')) {
      const style = getComputedStyle(element);
      const own: Record<string, string> = {};
      // Custom properties are the cast's, and these say how the root stands in its host.
      for (const name of style)
        if (!name.startsWith('--')) own[name] = style.getPropertyValue(name);
      for (const part of ['::marker', '::before', '::placeholder']) {
        for (const name of ['color', 'content', 'font-size', 'display'])
          own[`${part} ${name}`] = getComputedStyle(element, part).getPropertyValue(name);
      }
      found[element.getAttribute('data-t') as string] = own;
    }
    return found;
  });
}

it('what attributes say of looks is what it was', { timeout: 60_000 }, async () => {
  const { mould } = importSnippet([{ name: 'a.html', text: `<section>${hinted}</section>` }]);
  const cast = compileMould(mould).cast({ id: 'c' });
  const { html = '' } = deliver(cast, { form: 'block', runtime }).parts;
  const raw = await looks(`<section>${hinted}</section>`);
  expect(Object.keys(raw).length).toBeGreaterThan(45);
  const own = await looks(html);
  const changed = Object.entries(raw).flatMap(([name, style]) =>
    Object.entries(style)
      .filter(([property, value]) => own[name]?.[property] !== value)
      .map(([property, value]) => `${name} ${property}: ${value} -> ${own[name]?.[property]}`),
  );
  expect(changed).toEqual([]);
});
