CREATE TABLE `refused_pictures` (
	`library_id` text NOT NULL,
	`slug` text NOT NULL,
	`key` text NOT NULL,
	`picture` text NOT NULL,
	`author` text NOT NULL,
	`note` text NOT NULL,
	`created_at` integer NOT NULL,
	PRIMARY KEY(`library_id`, `slug`, `key`, `picture`),
	FOREIGN KEY (`library_id`) REFERENCES `libraries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `library_edits` ADD `topic` text DEFAULT 'tokens' NOT NULL;--> statement-breakpoint
ALTER TABLE `run_components` ADD `pictures` text;--> statement-breakpoint
ALTER TABLE `run_components` ADD `rig` text;