CREATE TABLE `calendar` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`name` text NOT NULL,
	`path` text,
	`source` text NOT NULL,
	`read_at` integer NOT NULL,
	`problem` text,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `planned_event` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`start` integer NOT NULL,
	`end` integer NOT NULL,
	`summary` text NOT NULL,
	`description` text NOT NULL,
	`sequence` integer NOT NULL,
	`changed_at` integer NOT NULL,
	`cancelled_at` integer
);
--> statement-breakpoint
CREATE TABLE `week_plan` (
	`id` text PRIMARY KEY NOT NULL,
	`made_at` integer NOT NULL,
	`made_by` text NOT NULL,
	`words` text NOT NULL,
	`plan` text NOT NULL
);
