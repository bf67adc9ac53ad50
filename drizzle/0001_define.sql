CREATE TABLE `drafts` (
	`library_id` text NOT NULL,
	`slug` text NOT NULL,
	`path` text NOT NULL,
	`tab` text NOT NULL,
	`base_id` integer NOT NULL,
	`text` text NOT NULL,
	`updated_at` integer NOT NULL,
	PRIMARY KEY(`library_id`, `path`, `tab`),
	FOREIGN KEY (`library_id`) REFERENCES `libraries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `libraries` ADD `folder` text;--> statement-breakpoint
ALTER TABLE `revisions` ADD `manifest` text;--> statement-breakpoint
ALTER TABLE `revisions` ADD `kind` text DEFAULT 'import' NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions` ADD `of_id` integer;--> statement-breakpoint
CREATE INDEX `revisions_of_component` ON `revisions` (`library_id`,`slug`);