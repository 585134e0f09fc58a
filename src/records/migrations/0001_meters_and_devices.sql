CREATE TABLE `device` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`machine_id` text,
	`token_hash` text NOT NULL,
	`added_at` integer NOT NULL,
	`revoked_at` integer,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `device_token` ON `device` (`token_hash`);--> statement-breakpoint
CREATE TABLE `meter_reading` (
	`entry_id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`at` integer NOT NULL,
	`value_s` integer NOT NULL,
	FOREIGN KEY (`entry_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `meter_reading_machine_at` ON `meter_reading` (`machine_id`,`at`);--> statement-breakpoint
ALTER TABLE `machine` ADD `controller` text;--> statement-breakpoint
ALTER TABLE `session` ADD `origin` text;--> statement-breakpoint
ALTER TABLE `session` ADD `job_id` text REFERENCES entry(id);