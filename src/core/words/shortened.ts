/** A text that somebody else chose the length of, as far as anybody reads it, and how much there is beyond. @param most signs of it that are kept */
export function shortened(text: string, most: number): string {
  if (text.length <= most) return text
  // Not within a sign that takes two units.
  const end = /[\ud800-\udbff]/.test(text[most - 1]!) ? most - 1 : most
  return `${text.slice(0, end)}… (${(text.length - end).toLocaleString('en')} more characters)`
}
