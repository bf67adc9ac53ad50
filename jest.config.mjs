export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/src', '<rootDir>/tests'],
  // These have packages of their own: npm run test:foreign.
  testPathIgnorePatterns: ['/node_modules/', ...(process.env.BRELT_FOREIGN ? [] : ['/tests/foreign/'])],
  modulePathIgnorePatterns: ['<rootDir>/tests/foreign/node_modules'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '\\.tsx?$': '<rootDir>/scripts/jest-transform.mjs' },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  // Wide, since it only tells how long a failing test takes: a busy machine is no fault.
  testTimeout: 300_000,
}
