const shared = {
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', transform: { react: { runtime: 'automatic' } } },
        module: { type: 'es6' },
      },
    ],
  },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  testEnvironment: 'node',
  moduleNameMapper: {
    '\\.module\\.css$': '<rootDir>/app/ui/testing/classNames.ts',
    '^~/(.*)$': '<rootDir>/app/$1',
    '^fast-check$': '<rootDir>/scripts/lib/seededProperties.mjs',
  },
  modulePathIgnorePatterns: ['<rootDir>/build/'],
};

export default {
  testTimeout: 60_000,
  projects: [
    { ...shared, displayName: 'core', testMatch: ['<rootDir>/core/**/*.test.ts'] },
    {
      ...shared,
      displayName: 'app',
      testMatch: [
        '<rootDir>/app/{ui,routes,formats,keeping/client}/**/*.test.{ts,tsx}',
        '<rootDir>/app/*.test.ts',
        '<rootDir>/app/keeping/storable.test.ts',
      ],
    },
    {
      ...shared,
      displayName: 'database',
      testMatch: [
        '<rootDir>/app/{db,services}/**/*.test.ts',
        '<rootDir>/app/keeping/proof.*.test.ts',
        '<rootDir>/server/**/*.test.ts',
      ],
    },
  ],
};
