/** Unit tests stand beside what they test; everything is transformed, since much of what we use is ESM only. */
const shared = {
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [
    'node_modules/(?!(culori|d3|d3-.*|internmap|delaunator|robust-predicates|parse5|entities|fractional-indexing|fast-check|react-markdown|remark-.*|css-tree|colorjs.io|css-select|css-what|domutils|domhandler|domelementtype|dom-serializer|htmlparser2|nth-check|boolbase)/)',
  ],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    // The same code in the form that Jest can require.
    '^svgo/browser$': '<rootDir>/node_modules/svgo/dist/svgo-node.cjs',
  },
};
export default {
  ...shared,
  testEnvironment: 'node',
  setupFiles: ['<rootDir>/scripts/jest-setup.mjs'],
  roots: ['<rootDir>/src', '<rootDir>/demo'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
};
