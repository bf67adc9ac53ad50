import { test } from '@jest/globals'

/** `npm run test:all` proves all that there is; `npm test` a fixed part, in which each kind of thing is there once. */
export const isWhole = process.env.BRELT_TESTS === 'all'

/** A test of `npm run test:all` alone: what it proves is proven in `npm test` on another example, or without the interface. */
export const thorough = isWhole ? test : test.skip

/** How often a property is tried. @param usual in `npm test` @param whole in `npm run test:all` */
export const times = (usual: number, whole: number): number => (isWhole ? whole : usual)
