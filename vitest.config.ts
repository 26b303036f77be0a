import { defineConfig } from 'vitest/config'

const MEASURED = 'server/src/http/fuzz.test.ts'

export default defineConfig({
  test: {
    // it ends what hangs, and no more: a machine whose neighbours leave it a third of its time still has enough
    testTimeout: 180_000,
    hookTimeout: 300_000,
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
          exclude: [MEASURED, '**/node_modules/**'],
        },
      },
      // what the main thread does is measured in a process of its own: where a test reads a PDF, pdf.js puts a slower
      // JSON.parse in the place of that of the process, which the server never does
      { extends: true, test: { name: 'measured', include: [MEASURED] } },
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
