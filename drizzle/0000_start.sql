CREATE TABLE `boxes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`document` text NOT NULL,
	`revision` integer NOT NULL,
	`archived` integer DEFAULT false NOT NULL,
	`created_ms` integer NOT NULL,
	`updated_ms` integer NOT NULL,
	CONSTRAINT "boxes_revision_positive" CHECK("boxes"."revision" > 0)
);
--> statement-breakpoint
CREATE TABLE `logbook` (
	`id` text PRIMARY KEY NOT NULL,
	`box_id` text NOT NULL,
	`kind` text NOT NULL,
	`day` text NOT NULL,
	`duration_h` real,
	`charge_ah` real,
	`end_v` real,
	`air_c` real,
	`notes` text NOT NULL,
	`planned` text NOT NULL,
	`created_ms` integer NOT NULL,
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade,
	CONSTRAINT "logbook_duration" CHECK("logbook"."duration_h" is null or "logbook"."duration_h" >= 0),
	CONSTRAINT "logbook_charge" CHECK("logbook"."charge_ah" is null or "logbook"."charge_ah" >= 0)
);
--> statement-breakpoint
CREATE INDEX `logbook_box` ON `logbook` (`box_id`,`day`);--> statement-breakpoint
CREATE TABLE `own_parts` (
	`id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`updated_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `revisions` (
	`box_id` text NOT NULL,
	`revision` integer NOT NULL,
	`document` text NOT NULL,
	`saved_ms` integer NOT NULL,
	PRIMARY KEY(`box_id`, `revision`),
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `settings` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
