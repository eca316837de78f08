import { fileURLToPath } from 'node:url';
import { forForm, mouldToJson } from 'keen-mould';
import { readMould } from 'keen-mould/node';

const demo = fileURLToPath(new URL('../demo/moulds/', import.meta.url));

export default {
  /** The demo moulds that the page shows, as a server would send them. */
  async load() {
    const names = ['notice-rail', 'call-out'];
    const all = names.map(async (name) => {
      const { mould } = await readMould(`${demo}${name}`);
      return [name, mouldToJson(forForm(mould))];
    });
    return Object.fromEntries(await Promise.all(all));
  },
};
