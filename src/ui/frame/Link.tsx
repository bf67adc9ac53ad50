import NextLink from 'next/link'
import type { ComponentProps } from 'react'

/**
 * A link to another view. None is fetched before it is asked for: views are made for each request, so that what would come early is
 * an empty frame, at the price of a request for each link that is in sight.
 */
export const Link = (props: ComponentProps<typeof NextLink>) => <NextLink prefetch={false} {...props} />
