import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const root = fileURLToPath(new URL('../..', import.meta.url));
const read = (path: string) => JSON.parse(readFileSync(join(root, path), 'utf8'));

interface Locked {
  readonly dependencies?: Readonly<Record<string, string>>;
  readonly optionalDependencies?: Readonly<Record<string, string>>;
  readonly peerDependencies?: Readonly<Record<string, string>>;
  readonly devDependencies?: Readonly<Record<string, string>>;
}

const packages: Readonly<Record<string, Locked>> = read('package-lock.json').packages;

/** Whether Node would find a package from a folder of the lock: in it, or further up. */
function isFound(name: string, from: string): boolean {
  if (packages[`${from ? `${from}/` : ''}node_modules/${name}`]) return true;
  return from !== '' && isFound(name, from.replace(/\/?node_modules\/(?:@[^/]+\/)?[^/]+$/, ''));
}

it('asks for what package.json asks for', () => {
  const { dependencies, devDependencies, peerDependencies } = read('package.json');
  expect(packages['']).toMatchObject({ dependencies, devDependencies, peerDependencies });
});

it('locks every package that another needs, on whatever system: npm ci stops otherwise', () => {
  const missing = Object.entries(packages).flatMap(([path, locked]) =>
    Object.keys({ ...locked.dependencies, ...locked.optionalDependencies })
      .filter((name) => !isFound(name, path))
      .map((name) => `${path || 'package.json'} needs ${name}`),
  );
  expect(missing).toEqual([]);
});

it('names no registry, so that each machine asks its own', () => {
  expect(readFileSync(join(root, 'package-lock.json'), 'utf8')).not.toContain('"resolved"');
});
