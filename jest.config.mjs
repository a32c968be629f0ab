const base = {
  testEnvironment: 'node',
  transform: {
    '^.+\\.m?(t|j)sx?$': [
      '@swc/jest',
      {
        jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022', transform: { react: { runtime: 'automatic' } } },
        module: { type: 'commonjs' },
      },
    ],
  },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^(\\.{1,2}/.*)\\.js$': '$1' },
  // shipped as ES modules only
  transformIgnorePatterns: [
    '/node_modules/(?!(cdigit|cookie|culori|@tus|srvx|set-cookie-parser|@apidevtools|p-limit|yocto-queue|@zxcvbn-ts|microdiff|syllable|csv-parse|delaunator|robust-predicates)/)',
  ],
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/dist', '<rootDir>/data'],
};
export default {
  watchman: false,
  testSequencer: '<rootDir>/tests/in-order.mjs',
  // how long a machine takes is not what tests tell
  testTimeout: 600_000,
  projects: [
    {
      ...base,
      displayName: 'unit',
      testMatch: [
        '<rootDir>/src/**/*.test.ts',
        '<rootDir>/standins/**/*.test.ts',
        '<rootDir>/demo/**/*.test.ts',
        '<rootDir>/bin/**/*.test.ts',
        '<rootDir>/trial/**/*.test.ts',
        '<rootDir>/tools/**/*.test.ts',
      ],
    },
    { ...base, displayName: 'integration', testMatch: ['<rootDir>/tests/integration/**/*.test.ts'] },
  ],
};
