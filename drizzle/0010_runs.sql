ALTER TABLE `libraries` ADD `runs_kept` integer DEFAULT 100 NOT NULL;--> statement-breakpoint
ALTER TABLE `run_components` ADD `about` text;--> statement-breakpoint
ALTER TABLE `run_components` ADD `counts` text;--> statement-breakpoint
ALTER TABLE `run_components` ADD `fingerprint` text;--> statement-breakpoint
ALTER TABLE `run_components` ADD `verdicts` text;--> statement-breakpoint
ALTER TABLE `runs` ADD `git` text;--> statement-breakpoint
ALTER TABLE `runs` ADD `manifest` text REFERENCES files(hash);--> statement-breakpoint
ALTER TABLE `runs` ADD `is_kept` integer DEFAULT false NOT NULL;