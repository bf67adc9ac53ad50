import { generateLibrary } from '../tests/oracle/generate'
for (let s = 1; s <= 12; s++) { const f = generateLibrary(s); const t = JSON.parse(f['c/peg/peg.sheet.yaml']!); console.log(s, Object.keys(t).filter(k => ['scenarios', 'examples', 'guide'].includes(k)), Object.keys(f).filter(x => x.endsWith('.md'))) }
