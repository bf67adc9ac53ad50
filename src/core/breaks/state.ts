import { defineBreak } from './defineBreak'

// What a person, a form or a script changes on an element that stands.
const STATES =
  /:(hover|active|focus|focus-visible|focus-within|disabled|enabled|checked|indeterminate|invalid|valid|user-invalid|required|optional|read-only|placeholder-shown|target|visited|open|popover-open|state\()|\[(aria-|data-|disabled|open|hidden|inert|readonly)/

export const stateOut = defineBreak({
  kind: 'state',
  name: 'State’s rule left out',
  short: 'State',
  about: 'A rule that waits for a state (`:hover`, `:disabled`, `[aria-expanded]` …) is left out as a whole.',
  of: {
    *rule({ rule: { selector, declarations, from, to } }) {
      // One with a single declaration is left out with that.
      if (declarations.length < 2 || !STATES.test(selector)) return
      yield { from, to, text: '', told: `rule ${selector} left out` }
    },
  },
})
