import { InvalidArgumentError, Option } from 'commander'
import { parseShard, REPORT_FORMATS } from '@/core/choices'
import type { ReportList } from './reportTargets'
import type { ReportTarget } from './verify'

export const count = (text: string): number => {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1 || number > 16)
    throw new InvalidArgumentError('must be a whole number from 1 to 16')
  return number
}

export const port = (text: string): number => {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1 || number > 65_535)
    throw new InvalidArgumentError('must be a port, from 1 to 65535')
  return number
}

export const shard = (text: string) => {
  const parsed = parseShard(text)
  if (!parsed) throw new InvalidArgumentError('must be a part of some, such as 2/5')
  return parsed
}

export const groupNumber = (text: string, before: readonly number[] = []): number[] => {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1) throw new InvalidArgumentError('must be the number of a group')
  return [...before, number]
}

export const trust = () =>
  new Option(
    '--trust-config',
    'run the folder’s PostCSS configuration: it is code of the repository, run on this machine',
  )

export const format = (formats: readonly string[] = ['text', 'json']) =>
  new Option('--format <format>', 'how the result is printed').choices(formats).default('text')

export const queueOption = () =>
  new Option('--queue <address>', 'where workers take their work from, such as redis://127.0.0.1:6379').env(
    'BRELT_QUEUE',
  )

export const reportForms = (list: ReportList) =>
  new Option('--format <format>', 'how the report is written; may be given several times')
    .choices([...REPORT_FORMATS])
    .argParser((format, before: readonly ReportTarget[]) => list.format(format, before))
    .default([] as readonly ReportTarget[], 'text')
export const reportFiles = (list: ReportList) =>
  new Option('--out <file>', 'write the report of the format before it there').argParser((out, before?: string) =>
    list.file(out, before),
  )
