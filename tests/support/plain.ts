/** A report without what differs from one run to the next of the same: when it began, and how long things took. */
export function withoutTimes<T>(report: T): T {
  return JSON.parse(
    JSON.stringify(report, (key, value: unknown) =>
      key === 'startedAt' || key === 'milliseconds' || key === 'since' ? undefined : value,
    ),
  ) as T
}
