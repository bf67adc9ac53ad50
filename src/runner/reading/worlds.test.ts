import { describe, expect, test } from '@jest/globals'
import type { StageReadings, StageRequest } from '@/stage'
import { mergeForced } from './mergeForced'
import { sayUnknown } from './sayUnknown'

describe('states that several worlds ask for', () => {
  test.each<[string, Parameters<typeof mergeForced>, ReturnType<typeof mergeForced>]>([
    ['none', [], []],
    ['of one world', [[[1, ['hover']]]], [[1, ['hover']]]],
    ['of different elements', [[[1, ['hover']]], [[7, ['focus']]]], [[1, ['hover']], [7, ['focus']]]], // prettier-ignore
    ['of the same element', [[[1, ['hover']]], [[1, ['focus', 'hover']]]], [[1, ['hover', 'focus']]]],
  ])('%s', (_, given, expected) => {
    expect(mergeForced(...given)).toEqual(expected)
  })
})

describe('properties that only a component knows', () => {
  const prop = (argument: string): StageRequest => ({
    part: 'root',
    index: 1,
    name: 'prop',
    argument,
    origin: 'document',
  })
  const profiles = [[prop('open'), prop('title')], [prop('level')]]
  const readings: StageReadings = {
    texts: ['real'],
    reasons: ['unknown', 'gone'],
    cases: [[-1, 0], [-1], [-2, 0]],
    unknown: [
      [0, 0],
      [1, 0],
      [2, 0],
    ],
  }

  test('are asked of its own world, and what that does not know stays unread', async () => {
    const asked: unknown[] = []
    const told = await sayUnknown(readings, profiles, [0, 1, 0], (all) => {
      asked.push(...all)
      return Promise.resolve(['yes', '3', null])
    })
    expect(asked).toEqual([
      { caseIndex: 0, part: 'root', index: 1, property: 'open' },
      { caseIndex: 1, part: 'root', index: 1, property: 'level' },
      { caseIndex: 2, part: 'root', index: 1, property: 'open' },
    ])
    expect(told.cases.map((numbers) => numbers.map((number) => told.texts[number] ?? 'unread'))).toEqual([
      ['yes', 'real'],
      ['3'],
      ['unread', 'real'],
    ])
    expect(readings.cases[0]).toEqual([-1, 0])
  })

  test('nobody is asked where the browser knows all', async () => {
    const known = { ...readings, unknown: [] }
    expect(await sayUnknown(known, profiles, [0, 1, 0], () => Promise.reject(new Error('asked')))).toBe(known)
  })
})
