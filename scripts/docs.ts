import { mkdirSync, writeFileSync } from 'node:fs'
import { commandsPage } from '../src/cli/commandsPage'
import { makeProgram } from '../src/cli/program'
import { safeTerminal } from '../src/cli/safeTerminal'
import { referencePages } from '@/core/reference'

// Writes docs/reference/ anew: npm run docs
mkdirSync('docs/reference', { recursive: true })
const pages = { ...referencePages(), 'commands.md': commandsPage(makeProgram(safeTerminal(process), async () => {})) }
for (const [name, text] of Object.entries(pages)) writeFileSync(`docs/reference/${name}`, text)
