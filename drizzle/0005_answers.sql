CREATE TABLE `answers` (
	`box_id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`bytes` integer NOT NULL,
	`program` text NOT NULL,
	`own` text NOT NULL,
	`answers` text NOT NULL,
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `revisions` ADD `why` text DEFAULT 'work' NOT NULL;--> statement-breakpoint
CREATE INDEX `revisions_heads` ON `revisions` (`box_id`,`revision`,`saved_ms`,`why`);--> statement-breakpoint
CREATE INDEX `boxes_shelf` ON `boxes` (`updated_ms`,`id`,`name`,`archived`,`revision`);