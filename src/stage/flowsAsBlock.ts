/** Whether the component's first element stands as a block by itself, so that it can take its place without a box around it. */
export function flowsAsBlock(frame: HTMLElement): boolean {
  const [first] = frame.children
  const isAlone =
    frame.children.length === 1 && [...frame.childNodes].every((node) => node === first || !node.nodeValue?.trim())
  return first !== undefined && isAlone && !/^(inline|contents|none)/.test(getComputedStyle(first).display)
}
