import { findParts, type StandingCase } from '../findPart'
import type { StageComponent } from '../protocol'
import { describe, type AimAt } from './aim'

/** What has the focus. */
export interface Active {
  /** In the author's words. */
  name: string
  takesText: boolean
  /** Of the asked part. */
  isPart: boolean
}

/** The element that has the focus, also inside shadow trees. */
export function activeElement(): Element | null {
  let active = document.activeElement
  while (active?.shadowRoot?.activeElement) active = active.shadowRoot.activeElement
  return active
}

/** What has the focus, and whether it is the match of a part that is asked for. */
export function activeIn(component: StageComponent, standing: StandingCase, at?: AimAt): Active {
  const active = activeElement()
  const target =
    typeof at === 'object' && 'part' in at ? findParts(component, standing, at.part)[at.index - 1] : undefined
  return {
    name: active && active !== document.body ? describe(component, standing, active) : 'nothing',
    takesText: takesText(active),
    isPart: target !== undefined && active === target,
  }
}

const TEXT_INPUTS = /^(text|search|url|tel|email|password|number|date|time|month|week|datetime-local)$/
const takesText = (element: Element | null) =>
  (element instanceof HTMLInputElement && TEXT_INPUTS.test(element.type) && !element.readOnly) ||
  (element instanceof HTMLTextAreaElement && !element.readOnly) ||
  (element instanceof HTMLElement && element.isContentEditable)
