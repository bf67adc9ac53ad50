import { runCli } from './runCli'

process.exitCode = await runCli(process.argv.slice(2), process)
