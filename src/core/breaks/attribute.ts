import { defineBreak } from './defineBreak'

const MEANING =
  /^(aria-.+|for|id|role|disabled|tabindex|name|alt|inert|readonly|required|placeholder|type|href|title|popover|popovertarget)$/

export const attributeOut = defineBreak({
  kind: 'attribute',
  name: 'Attribute left out',
  short: 'Attribute',
  about:
    'An attribute of meaning is left out where the component has rendered it: `aria-*`, `for`, `id`, `role`, `disabled`, `tabindex`, `name`, `alt`, `inert`, `readonly`, `required`, `placeholder`, `type`, `href`, `title` and those of popovers.',
  of: {
    *rendered(found) {
      if (found.what !== 'attribute' || !MEANING.test(found.name)) return
      const { of, name } = found
      yield { told: `${name} of ${of} left out`, edit: { do: 'attribute', of, name } }
    },
  },
})
