export const notFound = (what: string) => Response.json({ problem: `There is no ${what}.` }, { status: 404 })
