/** `npm run hostile` takes all that there is; `npm test` a bounded part. */
export const isWhole = process.env.BRELT_HOSTILE === 'all'
