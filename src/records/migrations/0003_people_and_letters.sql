CREATE TABLE `follower` (
	`fault_id` text NOT NULL,
	`mail` text NOT NULL,
	`asked_at` integer NOT NULL,
	PRIMARY KEY(`fault_id`, `mail`),
	FOREIGN KEY (`fault_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `invitation` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`expires_at` integer NOT NULL,
	`used_at` integer,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `letter` (
	`id` text PRIMARY KEY NOT NULL,
	`key` text NOT NULL,
	`mail` text NOT NULL,
	`subject` text NOT NULL,
	`body` text NOT NULL,
	`made_at` integer NOT NULL,
	`sent_at` integer,
	`tries` integer DEFAULT 0 NOT NULL,
	`next_at` integer NOT NULL,
	`problem` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `letter_key` ON `letter` (`key`);--> statement-breakpoint
CREATE INDEX `letter_waiting` ON `letter` (`next_at`) WHERE sent_at is null;--> statement-breakpoint
CREATE TABLE `person` (
	`id` text PRIMARY KEY NOT NULL,
	`user_id` text,
	`name` text NOT NULL,
	`role` text NOT NULL,
	`code_hash` text,
	`mail` text,
	`mail_stops` integer DEFAULT false NOT NULL,
	`mail_reports` integer DEFAULT false NOT NULL,
	`mail_digest` integer DEFAULT false NOT NULL,
	`added_at` integer NOT NULL,
	`ended_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `person_user_id_unique` ON `person` (`user_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `person_code_hash_unique` ON `person` (`code_hash`);--> statement-breakpoint
CREATE UNIQUE INDEX `person_name` ON `person` (lower("name"));--> statement-breakpoint
INSERT INTO `person` (`id`, `user_id`, `name`, `role`, `added_at`)
SELECT `id`, `id`, `name`, 'technician', `created_at` FROM `auth_user`;
