import { mkdirSync, writeFileSync } from 'node:fs'
import { commandsPage } from '../src/cli/commandsPage'
import { program } from '../src/cli/program'
import { referencePages } from '@/core/reference'

// Writes docs/reference/ anew: npm run docs
mkdirSync('docs/reference', { recursive: true })
const pages = { ...referencePages(), 'commands.md': commandsPage(program) }
for (const [name, text] of Object.entries(pages)) writeFileSync(`docs/reference/${name}`, text)
