CREATE TABLE `variants` (
	`id` text NOT NULL,
	`box_id` text NOT NULL,
	`document` text NOT NULL,
	`changed_ms` integer NOT NULL,
	PRIMARY KEY(`box_id`, `id`),
	FOREIGN KEY (`box_id`) REFERENCES `boxes`(`id`) ON UPDATE no action ON DELETE cascade
);
