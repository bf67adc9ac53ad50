CREATE TABLE `kept_results` (
	`key` text PRIMARY KEY NOT NULL,
	`bytes` blob NOT NULL,
	`used_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `kept_results_by_use` ON `kept_results` (`used_at`);--> statement-breakpoint
ALTER TABLE `run_components` ADD `read_at` text;