import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    // a machine three times slower, with something else to do, still has the time
    testTimeout: 60_000,
    hookTimeout: 120_000,
    maxWorkers: '100%',
    projects: [
      // what these import holds nothing of one test that another would see; loading it once takes a third of the time
      {
        extends: true,
        test: {
          name: 'rules',
          isolate: false,
          include: ['core/**/*.test.ts', 'contract/**/*.test.ts'],
        },
      },
      {
        extends: true,
        test: {
          name: 'service',
          isolate: false,
          include: ['server/**/*.test.ts', 'demo/**/*.test.ts', 'scripts/*.test.mjs'],
        },
      },
      {
        extends: true,
        test: {
          name: 'web',
          include: ['web/**/*.test.ts', 'web/**/*.test.tsx'],
          setupFiles: ['web/src/testing/words.ts'],
        },
      },
    ],
  },
})
