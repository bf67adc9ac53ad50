/** A cell's text: what would end it is escaped. */
const cell = (text: string) => text.replaceAll('|', '\\|').replaceAll('\n', ' ')

/** A table in Markdown. */
export const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows].map((row) => `| ${row.map(cell).join(' | ')} |`).join('\n')

export const code = (text: string) => (text === '' ? '' : text.includes('`') ? `\`\` ${text} \`\`` : `\`${text}\``)

/** Pages say where they come from, so that nobody edits them. */
export const page = (title: string, source: string, ...parts: readonly string[]): string =>
  [`# ${title}`, `<!-- Generated from ${source}: npm run docs -->`, ...parts].join('\n\n') + '\n'
