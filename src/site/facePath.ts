/** Where a component's picture is in a published guide. */
export const facePath = (slug: string): string => `pictures/${slug}.webp`
