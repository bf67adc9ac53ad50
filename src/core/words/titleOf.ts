/** A slug as a title: `hut-card` → `Hut card`. */
export const titleOf = (slug: string): string => (slug.charAt(0).toUpperCase() + slug.slice(1)).replaceAll('-', ' ')
