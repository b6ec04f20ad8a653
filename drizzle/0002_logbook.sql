CREATE TABLE `batteries` (
	`id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`updated_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `due_snoozes` (
	`box_id` text NOT NULL,
	`key` text NOT NULL,
	`until` text NOT NULL,
	PRIMARY KEY(`box_id`, `key`),
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `log_snapshots` (
	`box_id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`day` text NOT NULL,
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `record_batteries` (
	`record_id` text NOT NULL,
	`battery_id` text NOT NULL,
	PRIMARY KEY(`battery_id`, `record_id`),
	FOREIGN KEY (`record_id`) REFERENCES `records`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `records` (
	`id` text PRIMARY KEY NOT NULL,
	`box_id` text NOT NULL,
	`kind` text NOT NULL,
	`at_h` real NOT NULL,
	`words` text NOT NULL,
	`document` text NOT NULL,
	`created_ms` integer NOT NULL,
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `records_box` ON `records` (`box_id`,`at_h`);--> statement-breakpoint
CREATE INDEX `records_kind` ON `records` (`box_id`,`kind`,`at_h`);--> statement-breakpoint
CREATE TABLE `series` (
	`id` text PRIMARY KEY NOT NULL,
	`box_id` text NOT NULL,
	`name` text NOT NULL,
	`state` text NOT NULL,
	`from_ms` real,
	`to_ms` real,
	`row_count` integer NOT NULL,
	`summary` text NOT NULL,
	`created_ms` integer NOT NULL,
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `series_box` ON `series` (`box_id`,`created_ms`);--> statement-breakpoint
CREATE TABLE `series_chunks` (
	`series_id` text NOT NULL,
	`place` integer NOT NULL,
	`from_ms` real NOT NULL,
	`to_ms` real NOT NULL,
	`bytes` blob NOT NULL,
	PRIMARY KEY(`series_id`, `place`),
	FOREIGN KEY (`series_id`) REFERENCES `series`(`id`) ON UPDATE no action ON DELETE cascade
);
