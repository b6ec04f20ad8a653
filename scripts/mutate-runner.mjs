// Runs the watching tests again and again within one process, for scripts/mutate.mjs: asked with a message, answers with one.
import { createVitest } from 'vitest/node';

const [root, ...tests] = process.argv.slice(2);
const vitest = await createVitest('test', {
  root,
  config: false,
  watch: false,
  reporters: [{}],
  pool: 'threads',
  maxWorkers: 1,
  isolate: true,
  // one that fails is enough
  bail: 1,
  testTimeout: 60_000,
  setupFiles: ['test/seeded.ts'],
  include: tests
});

process.on('message', async ({ changed }) => {
  for (const file of changed) vitest.invalidateFile(file);
  const specs = await vitest.globTestSpecifications();
  try {
    await vitest.runTestSpecifications(specs, false);
    const modules = vitest.state.getFiles();
    const failed = modules.some((m) => m.result?.state === 'fail') || vitest.state.getUnhandledErrors().length > 0;
    process.send({ failed, count: modules.length });
  } catch (error) {
    process.send({ failed: true, error: String(error) });
  }
});
process.send({ ready: true });
