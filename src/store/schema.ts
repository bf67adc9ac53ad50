import type { ComponentReport, Report, RunCounts } from '@/core/report'
import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'

export const libraries = sqliteTable('libraries', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** Changes whenever any file changes: results read under another one are out of date. */
  fingerprint: text().notNull(),
  createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
  /** The folder on disk that it is linked to. */
  folder: text(),
  /** Whether the folder's PostCSS configuration may run: null until somebody was asked. */
  trust: text({ enum: ['yes', 'no'] }),
  /** When it was removed: it is listed nowhere, and can be brought back whole. */
  removedAt: integer('removed_at', { mode: 'timestamp_ms' }),
  /** How many of its runs are kept, besides those that somebody keeps; 0 for all. */
  runsKept: integer('runs_kept').notNull().default(100),
})

/** Contents of files, by their SHA-256. */
export const files = sqliteTable('files', {
  hash: text().primaryKey(),
  bytes: blob({ mode: 'buffer' }).notNull(),
})

export const libraryFiles = sqliteTable(
  'library_files',
  {
    libraryId: text('library_id')
      .notNull()
      .references(() => libraries.id),
    path: text().notNull(),
    hash: text()
      .notNull()
      .references(() => files.hash),
  },
  (table) => [primaryKey({ columns: [table.libraryId, table.path] })],
)

export const components = sqliteTable(
  'components',
  {
    libraryId: text('library_id')
      .notNull()
      .references(() => libraries.id),
    slug: text().notNull(),
    name: text().notNull(),
    revisionId: integer('revision_id').notNull(),
  },
  (table) => [primaryKey({ columns: [table.libraryId, table.slug] })],
)

/** A component's files as they once were. Never rewritten. */
export const revisions = sqliteTable(
  'revisions',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    libraryId: text('library_id')
      .notNull()
      .references(() => libraries.id),
    slug: text().notNull(),
    /** The sheet's own. */
    hash: text()
      .notNull()
      .references(() => files.hash),
    /** Hashes of all of the component's files, by path. */
    manifest: text({ mode: 'json' }).$type<Record<string, string>>(),
    kind: text({ enum: ['edit', 'undo', 'redo', 'restore', 'import'] })
      .notNull()
      .default('import'),
    /** The revision whose files an undo, redo or restore brought back. */
    ofId: integer('of_id'),
    author: text().notNull(),
    note: text().notNull(),
    parentId: integer('parent_id'),
    createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
    /** When it was removed from the history: it is listed there no more, and can be brought back. */
    removedAt: integer('removed_at', { mode: 'timestamp_ms' }),
  },
  (table) => [index('revisions_of_component').on(table.libraryId, table.slug)],
)

/** A file's text as it is being typed, before it is fit to be saved. */
export const drafts = sqliteTable(
  'drafts',
  {
    libraryId: text('library_id')
      .notNull()
      .references(() => libraries.id),
    slug: text().notNull(),
    path: text().notNull(),
    /** The browser tab: two that type into one file must not overwrite each other. */
    tab: text().notNull(),
    /** The revision that it was typed over. */
    baseId: integer('base_id').notNull(),
    text: text().notNull(),
    updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.libraryId, table.path, table.tab] })],
)

/** Who did the work of a run. */
export type RunWorkers = { name: string; did: [slug: string, pieces: number][] }[]

export const runs = sqliteTable('runs', {
  id: text().primaryKey(),
  libraryId: text('library_id')
    .notNull()
    .references(() => libraries.id),
  state: text({ enum: ['running', 'done', 'stopped', 'failed', 'interrupted'] }).notNull(),
  fingerprint: text().notNull(),
  browser: text().notNull().default(''),
  startedAt: integer('started_at', { mode: 'timestamp_ms' }).notNull(),
  milliseconds: integer().notNull().default(0),
  /** Why it failed. */
  problem: text().notNull().default(''),
  /** The process that runs it, as `host pid`, and when it last said that it still does. */
  owner: text().notNull().default(''),
  beatAt: integer('beat_at', { mode: 'timestamp_ms' }),
  /** The components that it was asked for; null for all. */
  asked: text({ mode: 'json' }).$type<string[]>(),
  /** What the repository said of the library's folder as it began; null where there is none. */
  git: text({ mode: 'json' }).$type<NonNullable<Report['git']>>(),
  /** Hashes of all of the library's files, by path, as JSON among `files`; null in runs of before that was kept. */
  manifest: text().references(() => files.hash),
  /** By worker, how many pieces of work it did of which component; null where no workers did it. */
  workers: text({ mode: 'json' }).$type<RunWorkers>(),
  /** Somebody keeps it: it does not go with the old ones. */
  isKept: integer('is_kept', { mode: 'boolean' }).notNull().default(false),
})

/** What a component's report says besides what has columns of its own. */
export type ComponentAbout = Omit<ComponentReport, 'lints' | 'notes' | 'findings' | 'scenarios'>

/** One component's part of a run. */
export const runComponents = sqliteTable(
  'run_components',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    libraryId: text('library_id').notNull(),
    slug: text().notNull(),
    /** Order of runs: a later run of a component hides the earlier. */
    serial: integer().notNull(),
    lints: text({ mode: 'json' }).notNull(),
    notes: text({ mode: 'json' }).notNull(),
    /** What its scenarios came to; they are performed after all cases. */
    scenarios: text({ mode: 'json' }).notNull().default([]),
    /** All its cases and scenarios are through: a run that is taken up again leaves it as it is. */
    isWhole: integer('is_whole', { mode: 'boolean' }).notNull().default(false),
    /** When the run began, ISO 8601, that read its cases; null where this one did. */
    readAt: text('read_at'),
    /** Its pictures, packed; null where none were taken. */
    pictures: text({ mode: 'json' }),
    /** Where they were taken. */
    rig: text(),
    /** The rest of its report; null in runs of before that was kept, as in all below. */
    about: text({ mode: 'json' }).$type<ComponentAbout>(),
    /** What it came to, in numbers. */
    counts: text({ mode: 'json' }).$type<RunCounts>(),
    /** Names everything that its results depend on. */
    fingerprint: text(),
    /** Names all of its verdicts and pictures: results of one fingerprint have one of these, unless something is flaky. */
    verdicts: text(),
  },
  (table) => [
    primaryKey({ columns: [table.runId, table.slug] }),
    index('run_components_latest').on(table.libraryId, table.slug, table.serial),
  ],
)

/** What runs came to, by what it depends on: nothing is read twice. Whatever is lost of it is read again. */
export const keptResults = sqliteTable(
  'kept_results',
  {
    key: text().primaryKey(),
    bytes: blob({ mode: 'buffer' }).notNull(),
    usedAt: integer('used_at', { mode: 'timestamp_ms' }).notNull(),
  },
  (table) => [index('kept_results_by_use').on(table.usedAt)],
)

/** What an expectation came to; the many cases with one outcome share its row. */
export const outcomes = sqliteTable(
  'outcomes',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    id: integer().notNull(),
    check: text({ mode: 'json' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.runId, table.id] })],
)

export const caseResults = sqliteTable(
  'case_results',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    slug: text().notNull(),
    key: text().notNull(),
    mark: text({ enum: ['holds', 'misses', 'unread', 'open'] }).notNull(),
    misses: integer().notNull(),
    failure: text(),
    /** Ids of outcomes, as a JSON list. */
    outcomes: text({ mode: 'json' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.runId, table.slug, table.key] })],
)

export const findings = sqliteTable(
  'findings',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    slug: text().notNull(),
    position: integer().notNull(),
    finding: text({ mode: 'json' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.runId, table.slug, table.position] })],
)

/** Changes of files that belong to the library as a whole, such as tokens. Never rewritten. */
export const libraryEdits = sqliteTable(
  'library_edits',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    libraryId: text('library_id')
      .notNull()
      .references(() => libraries.id),
    /** What is taken back and done again by itself. */
    topic: text({ enum: ['tokens', 'pictures', 'library'] })
      .notNull()
      .default('tokens'),
    /** Hashes of the files that changed, by path, before and after; null where there is no such file. */
    before: text({ mode: 'json' }).$type<Record<string, string | null>>().notNull(),
    after: text({ mode: 'json' }).$type<Record<string, string | null>>().notNull(),
    kind: text({ enum: ['edit', 'undo', 'redo'] }).notNull(),
    /** The edit that was undone or done again. */
    ofId: integer('of_id'),
    author: text().notNull(),
    note: text().notNull(),
    createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
  },
  (table) => [index('edits_of_library').on(table.libraryId)],
)

/** Pictures that somebody has refused: they stay as they are until they come out otherwise, or somebody changes their mind. */
export const refusedPictures = sqliteTable(
  'refused_pictures',
  {
    libraryId: text('library_id')
      .notNull()
      .references(() => libraries.id),
    slug: text().notNull(),
    key: text().notNull(),
    /** The picture's name: another one of the same case is not refused. */
    picture: text().notNull(),
    author: text().notNull(),
    note: text().notNull(),
    createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.libraryId, table.slug, table.key, table.picture] })],
)
