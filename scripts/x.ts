import { generateLibrary } from '../tests/oracle/generate'
import { writeFileSync, mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
for (const s of [178, 446])
  for (const [p, t] of Object.entries(generateLibrary(s))) {
    mkdirSync(dirname(`/tmp/seed/${s}/${p}`), { recursive: true })
    writeFileSync(`/tmp/seed/${s}/${p}`, t)
  }
