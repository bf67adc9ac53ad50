import { handled } from '@/app/_server'

/** The process answers: whoever watches over it need not start it again. */
export const GET = handled(async () => Response.json({ status: 'ok' }))
