import { describe, expect, test } from '@jest/globals'
import type { Protocol } from 'puppeteer-core'
import { byBackendNode, readAccessibility } from './accessibility'

describe('accessibility', () => {
  const node = (role: string, properties: Record<string, unknown> = {}, more = {}): Protocol.Accessibility.AXNode =>
    ({
      nodeId: '1',
      ignored: false,
      role: { type: 'role', value: role },
      properties: Object.entries(properties).map(([name, value]) => ({ name, value: { value } })),
      ...more,
    }) as unknown as Protocol.Accessibility.AXNode

  test.each([
    [node('button'), 'role', 'button'],
    [node('image'), 'role', 'img'],
    [node('LabelText'), 'role', 'generic'],
    [node('button', {}, { ignored: true }), 'role', 'none'],
    [undefined, 'role', 'none'],
    [undefined, 'name', ''],
    [node('checkbox', { checked: 'mixed' }), 'state.checked', 'mixed'],
    [node('checkbox', { checked: 'true' }), 'state.checked', 'yes'],
    [node('checkbox', { checked: 'false' }), 'state.checked', 'no'],
    [node('button'), 'state.checked', 'no'],
    [node('textbox', { invalid: 'false' }), 'state.invalid', 'no'],
    [node('textbox', { invalid: 'spelling' }), 'state.invalid', 'yes'],
    [node('button', { expanded: false }), 'state.expanded', 'no'],
  ])('%#: %s', (given, name, text) => expect(readAccessibility(given, name)).toBe(text))

  test('the first node that stands for an element counts', () => {
    const nodes = byBackendNode([
      [node('button', {}, { backendDOMNodeId: 3 })],
      [node('link', {}, { backendDOMNodeId: 3 })],
    ])
    expect(nodes.get(3)?.role?.value).toBe('button')
  })
})
