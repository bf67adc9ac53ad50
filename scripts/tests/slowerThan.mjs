// Which lanes of tests have become slower, whatever machine they ran on.

// What takes this much longer has become slower.
const MOST_MORE = 1.5

/**
 * Lanes that take half as much again as they did when their times were kept, in words. Another machine, or one that is shared, makes all
 * of them slower alike: by how much is told by the lane in the middle.
 * @param lanes processor seconds of each @param before as they were kept
 */
export function slowerThan(lanes, before) {
  const ratios = Object.entries(lanes).flatMap(([name, { processor }]) =>
    before[name]?.processor > 0 ? [{ name, processor, ratio: processor / before[name].processor }] : [],
  )
  const inOrder = ratios.map(({ ratio }) => ratio).toSorted((a, b) => a - b)
  const machine = Math.max(1, inOrder[Math.floor(inOrder.length / 2)] ?? 1)
  return ratios
    .filter(({ ratio }) => ratio > MOST_MORE * machine)
    .map(
      ({ name, processor }) =>
        `The lane "${name}" took ${processor} processor seconds; ${before[name].processor} were kept in tests/times.json, and other lanes took ${machine.toFixed(1)} times what they did.`,
    )
}
