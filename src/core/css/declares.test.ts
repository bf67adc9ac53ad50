import { expect, test } from '@jest/globals'
import { declares, isInherited } from './declares'

test.each([
  ['color', 'color', true],
  ['all', 'color', true],
  ['border', 'border-top-width', true],
  ['border-width', 'border-top-width', true],
  ['border-width', 'border-top-color', false],
  ['padding-left', 'padding', true],
  ['padding-inline', 'padding-left', true],
  ['padding-inline', 'padding-top', false],
  ['margin-block-start', 'margin-top', true],
  ['inset', 'left', true],
  ['inset-inline-start', 'left', true],
  ['border-inline', 'border-left-color', true],
  ['border-inline-start-width', 'border-left-width', true],
  ['font', 'line-height', true],
  ['font', 'font-size', true],
  ['gap', 'row-gap', true],
  ['flex', 'flex-grow', true],
  ['place-items', 'justify-items', true],
  ['overflow', 'overflow-x', true],
  ['max-width', 'width', false],
  ['--tone', '--tone', true],
  ['--tone', '--tone-dark', false],
  ['background', '--background', false],
])('a declaration of %s says something of %s: %s', (name, property, expected) => {
  expect(declares(name, property)).toBe(expected)
})

test.each([
  ['color', true],
  ['font-size', true],
  ['--tone', true],
  ['width', false],
  ['background-color', false],
])('%s is inherited: %s', (property, expected) => expect(isInherited(property)).toBe(expected))
