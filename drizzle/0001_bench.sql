CREATE TABLE `bench_marks` (
	`id` text NOT NULL,
	`box_id` text NOT NULL,
	`key` text NOT NULL,
	`value` text NOT NULL,
	`by` text NOT NULL,
	`at_ms` integer NOT NULL,
	PRIMARY KEY(`box_id`, `id`),
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `bench_marks_key` ON `bench_marks` (`box_id`,`key`);--> statement-breakpoint
CREATE TABLE `drawer` (
	`line_id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`unit` text NOT NULL,
	`count` real NOT NULL,
	CONSTRAINT "drawer_count" CHECK("drawer"."count" >= 0)
);
--> statement-breakpoint
CREATE TABLE `orders` (
	`id` text PRIMARY KEY NOT NULL,
	`box_id` text,
	`day` text NOT NULL,
	`document` text NOT NULL,
	`created_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `orders_day` ON `orders` (`day`);--> statement-breakpoint
CREATE TABLE `photos` (
	`id` text PRIMARY KEY NOT NULL,
	`box_id` text NOT NULL,
	`key` text NOT NULL,
	`type` text NOT NULL,
	`bytes` blob NOT NULL,
	`at_ms` integer NOT NULL,
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `photos_box` ON `photos` (`box_id`,`key`);