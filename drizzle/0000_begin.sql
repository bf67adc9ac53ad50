CREATE TABLE `case_results` (
	`run_id` text NOT NULL,
	`slug` text NOT NULL,
	`key` text NOT NULL,
	`mark` text NOT NULL,
	`misses` integer NOT NULL,
	`failure` text,
	`outcomes` text NOT NULL,
	PRIMARY KEY(`run_id`, `slug`, `key`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `components` (
	`library_id` text NOT NULL,
	`slug` text NOT NULL,
	`name` text NOT NULL,
	`revision_id` integer NOT NULL,
	PRIMARY KEY(`library_id`, `slug`),
	FOREIGN KEY (`library_id`) REFERENCES `libraries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `files` (
	`hash` text PRIMARY KEY NOT NULL,
	`bytes` blob NOT NULL
);
--> statement-breakpoint
CREATE TABLE `findings` (
	`run_id` text NOT NULL,
	`slug` text NOT NULL,
	`position` integer NOT NULL,
	`finding` text NOT NULL,
	PRIMARY KEY(`run_id`, `slug`, `position`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `libraries` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`fingerprint` text NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `library_files` (
	`library_id` text NOT NULL,
	`path` text NOT NULL,
	`hash` text NOT NULL,
	PRIMARY KEY(`library_id`, `path`),
	FOREIGN KEY (`library_id`) REFERENCES `libraries`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`hash`) REFERENCES `files`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `outcomes` (
	`run_id` text NOT NULL,
	`id` integer NOT NULL,
	`check` text NOT NULL,
	PRIMARY KEY(`run_id`, `id`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`library_id` text NOT NULL,
	`slug` text NOT NULL,
	`hash` text NOT NULL,
	`author` text NOT NULL,
	`note` text NOT NULL,
	`parent_id` integer,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`library_id`) REFERENCES `libraries`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`hash`) REFERENCES `files`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `run_components` (
	`run_id` text NOT NULL,
	`library_id` text NOT NULL,
	`slug` text NOT NULL,
	`serial` integer NOT NULL,
	`lints` text NOT NULL,
	`notes` text NOT NULL,
	PRIMARY KEY(`run_id`, `slug`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `run_components_latest` ON `run_components` (`library_id`,`slug`,`serial`);--> statement-breakpoint
CREATE TABLE `runs` (
	`id` text PRIMARY KEY NOT NULL,
	`library_id` text NOT NULL,
	`state` text NOT NULL,
	`fingerprint` text NOT NULL,
	`browser` text DEFAULT '' NOT NULL,
	`started_at` integer NOT NULL,
	`milliseconds` integer DEFAULT 0 NOT NULL,
	`problem` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`library_id`) REFERENCES `libraries`(`id`) ON UPDATE no action ON DELETE no action
);
