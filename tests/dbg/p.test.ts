import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { it } from 'vitest';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { proof } from '../../src/node/proof/proof.ts';
import { differing } from '../support/pictures.ts';

it('x', async () => {
  const subjects = [];
  for (const name of readdirSync('demo/moulds')) {
    const { mould } = await readMould('demo/moulds/' + name);
    subjects.push({ mould, sample: 'default', cast: {} });
  }
  const a = await proof(subjects, { out: '/tmp/w/p1', widths: [320] });
  const b = await proof(subjects, { out: '/tmp/w/p2', widths: [320] });
  for (const [i, s] of b.shots.entries()) {
    const n = differing(readFileSync(s.png), readFileSync(a.shots[i].png));
    if (n) console.log(s.png, n);
  }
}, 300000);
