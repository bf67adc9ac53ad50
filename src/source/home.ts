/** Brelt's own folder: where its build, its packages and its demo library stand. */
export const homeFolder = () => process.env.BRELT_HOME ?? process.cwd()
