import { afterAll, expect, it } from 'vitest';

// As it is published: a worker is a file of its own.
const { startWorkers } = await import('../../dist/bundled/node.js' as string);
const { Refusal } = await import('../../dist/bundled/index.js' as string);

const workers = startWorkers({ count: 1, maxBytes: 400_000, maxFields: 3, maxMs: 20_000 });
afterAll(() => workers.close());

const refusal = (run: Promise<unknown>) =>
  run.then(
    () => expect.unreachable(),
    (error: Error) => {
      expect(error).toBeInstanceOf(Refusal);
      return error as Error & { readonly code: string };
    },
  );

it('carries out a call elsewhere, and gives what the call gives', async () => {
  const { mould } = await workers.run('importSnippet', ['<p class="pier">Low tide</p>']);
  expect(mould.template).toBe('<p class="pier">Low tide</p>\n');
  const found = await workers.run('checkMould', [mould]);
  expect(found).toMatchObject([{ code: 'markup/unused-classes' }]);
});

it('refuses what the call refuses, as the same error', async () => {
  expect(await refusal(workers.run('importSnippet', ['  ']))).toMatchObject({
    message: 'This paste is empty.',
  });
});

it('refuses a call that there is not', async () => {
  const refused = await refusal(workers.run('importSnippets', ['<p>Low</p>']));
  expect(refused.message).toContain('must be one of importSnippet, checkMould');
  expect((await refusal(workers.run('importSnippet', '<p>Low</p>'))).message).toContain('a list');
  expect(() => startWorkers({ maxMs: '3s' })).toThrow('maxMs must be a whole number above 0');
});

it('holds pastes to a size, and moulds to a number of fields', async () => {
  const large = workers.run('importSnippet', ['x'.repeat(500_000)]);
  expect((await refusal(large)).message).toContain('400000 are allowed');
  const { mould } = await workers.run('importSnippet', [
    '<h2>Crab</h2><p>Caught at dawn by the pier.</p><a href="/a">Order one</a><a href="/b">See the boats</a><img src="a.png" alt="A boat">',
  ]);
  const many = await refusal(workers.run('bindSpots', [mould, 'recommended']));
  expect(many).toMatchObject({ code: 'call/too-large' });
  expect(many.message).toMatch(/has \d+ fields, and 3 are allowed/);
});

it('ends a call that takes too long, or that nobody waits for, and goes on', async () => {
  const hasty = startWorkers({ count: 1, maxMs: 1 });
  expect(await refusal(hasty.run('importSnippet', ['<p>Low</p>']))).toMatchObject({
    code: 'call/too-long',
    data: { ms: 1 },
  });
  await hasty.close();
  const gone = new AbortController();
  const run = workers.run('importSnippet', ['<p>Low</p>'], { signal: gone.signal });
  gone.abort(new Error('The visitor left.'));
  await expect(run).rejects.toThrow('The visitor left.');
  const { mould } = await workers.run('importSnippet', ['<p>High</p>']);
  expect(mould.template).toBe('<p>High</p>\n');
});
