ALTER TABLE `run_components` ADD `is_whole` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `runs` ADD `owner` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `runs` ADD `beat_at` integer;--> statement-breakpoint
ALTER TABLE `runs` ADD `asked` text;