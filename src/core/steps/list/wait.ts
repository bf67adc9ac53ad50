import { z } from 'zod'
import { advance } from '../clock'
import { defineTimed } from '../defineStep'
import { durationSchema, printDuration, readDuration } from '../duration'
import { HOLDS } from '../look'
import { LONGEST_MS, untilStill } from '../untilStill'

export const wait = defineTimed({
  kind: 'wait',
  does: 'time',
  about: 'Lets virtual time pass.',
  example: '500ms',
  schema: durationSchema,
  mentions: [],
  read: (_, given) => ({ ms: readDuration(given) ?? 0 }),
  print: printDuration,
  perform: async ({ ms }, { clock, onMoment }) => {
    const visit = async (now: number) => {
      await onMoment!(now)
      return false
    }
    await advance(clock, clock.now + ms, onMoment && visit)
    return HOLDS
  },
})

export const settle = defineTimed({
  kind: 'settle',
  does: 'time',
  about: 'Lets virtual time pass until nothing moves.',
  example: null,
  schema: z.union([z.null(), z.literal(true), z.strictObject({})]),
  mentions: [],
  read: () => ({}),
  print: () => '',
  perform: async (_, host) => {
    const { moving } = await untilStill(host.clock, () => host.changes(), host.onMoment?.bind(host))
    return moving === undefined
      ? HOLDS
      : { ...HOLDS, message: `after ${LONGEST_MS / 1000} s it still moves: ${moving}` }
  },
})
