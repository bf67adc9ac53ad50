/** `1 case`, `2 cases`, `1,200 cases`. @param many for words that do not just take an s */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? one : many}`
