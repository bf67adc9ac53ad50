/** Where a published guide has a file of the library that one of its pages leads to. */
export const fileAddress = (path: string): string => `files/${path.split('/').map(encodeURIComponent).join('/')}`
