import { test } from '@jest/globals'

/** `npm run test:all` proves all that there is; `npm test` a fixed part, in which each kind of thing is there once. */
export const isWhole = process.env.BRELT_TESTS === 'all'

/** A test of `npm run test:all` alone: what it proves is proven in `npm test` on another example, or without the interface. */
export const thorough = isWhole ? test : test.skip

/** Rows of a table by their first column: all of them, or in `npm test` those that are not proven elsewhere too. @param left what `npm test` leaves out */
export const rows = <Row extends readonly [string, ...unknown[]]>(
  all: readonly Row[],
  ...left: readonly Row[0][]
): readonly Row[] => (isWhole ? all : all.filter(([name]) => !left.includes(name)))

/** How often a property is tried. @param usual in `npm test` @param whole in `npm run test:all` */
export const times = (usual: number, whole: number): number => (isWhole ? whole : usual)
