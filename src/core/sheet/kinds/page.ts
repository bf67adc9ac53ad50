import { z } from 'zod'
import { described } from '../../names'
import { defineKind } from './defineKind'

export const page = defineKind({
  schema: z.strictObject({
    kind: described(z.literal('page'), 'A page of the team’s own server. Not rendered yet.', 'page'),
    url: described(z.string(), 'Its address.', 'http://localhost:3000/stage'),
  }),
  isRendered: false,
  tells: 'events',
  files: () => [],
  code: () => undefined,
  styles: () => [],
})
