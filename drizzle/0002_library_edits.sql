CREATE TABLE `library_edits` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`library_id` text NOT NULL,
	`before` text NOT NULL,
	`after` text NOT NULL,
	`kind` text NOT NULL,
	`of_id` integer,
	`author` text NOT NULL,
	`note` text NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`library_id`) REFERENCES `libraries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `edits_of_library` ON `library_edits` (`library_id`);