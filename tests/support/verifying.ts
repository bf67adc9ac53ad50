import { spawn, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import type { Report } from '@/core/report'
import { withoutTimes } from './plain'

/** `brelt verify` in a process of its own, which writes its report as JSON. @param given what stands after `verify` */
export function beginVerify(out: string, ...given: string[]): { child: ChildProcess; ended: Promise<void> } {
  const child = spawn(process.execPath, ['bin/brelt.mjs', 'verify', ...given, '--format', 'json', '--out', out], {
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  return { child, ended: new Promise((done) => child.once('exit', () => done())) }
}

export const reportIn = (out: string): Report => JSON.parse(readFileSync(out, 'utf8')) as Report

/** A report without what differs where a run before has found some of it. */
export const withoutReused = ({ components, ...rest }: Report): Report =>
  withoutTimes({ ...rest, components: components.map(({ reused: _, ...each }) => each) })
