CREATE TABLE `auth_account` (
	`id` text PRIMARY KEY NOT NULL,
	`user_id` text NOT NULL,
	`account_id` text NOT NULL,
	`provider_id` text NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` integer,
	`refresh_token_expires_at` integer,
	`scope` text,
	`password` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `auth_user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `auth_session` (
	`id` text PRIMARY KEY NOT NULL,
	`user_id` text NOT NULL,
	`token` text NOT NULL,
	`expires_at` integer NOT NULL,
	`ip_address` text,
	`user_agent` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `auth_user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `auth_session_token_unique` ON `auth_session` (`token`);--> statement-breakpoint
CREATE TABLE `auth_user` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`email_verified` integer NOT NULL,
	`image` text,
	`username` text,
	`display_username` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `auth_user_email_unique` ON `auth_user` (`email`);--> statement-breakpoint
CREATE UNIQUE INDEX `auth_user_username_unique` ON `auth_user` (`username`);--> statement-breakpoint
CREATE TABLE `auth_verification` (
	`id` text PRIMARY KEY NOT NULL,
	`identifier` text NOT NULL,
	`value` text NOT NULL,
	`expires_at` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `care` (
	`entry_id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`station_id` text NOT NULL,
	`task` text NOT NULL,
	`depth` text NOT NULL,
	`at` integer NOT NULL,
	`result` text NOT NULL,
	`finding` text,
	`method` text,
	`minutes` integer,
	`sheet_id` text,
	FOREIGN KEY (`entry_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`station_id`) REFERENCES `station`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheet`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `care_station_at` ON `care` (`station_id`,`at`,`task`,`depth`,`result`,`finding`,`entry_id`);--> statement-breakpoint
CREATE INDEX `care_sheet` ON `care` (`sheet_id`) WHERE sheet_id is not null;--> statement-breakpoint
CREATE TABLE `entry` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`machine_id` text,
	`subject_id` text,
	`at` integer NOT NULL,
	`recorded_at` integer NOT NULL,
	`person_id` text,
	`person` text NOT NULL,
	`source` text NOT NULL,
	`key` text,
	`note` text,
	`data` text,
	`supersedes` text,
	`reason` text,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`subject_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`supersedes`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `entry_at` ON `entry` (`at`,`id`);--> statement-breakpoint
CREATE INDEX `entry_machine_at` ON `entry` (`machine_id`,`at`,`id`);--> statement-breakpoint
CREATE INDEX `entry_kind_at` ON `entry` (`kind`,`at`,`id`);--> statement-breakpoint
CREATE INDEX `entry_person_at` ON `entry` (`person`,`at`,`id`);--> statement-breakpoint
CREATE INDEX `entry_subject` ON `entry` (`subject_id`) WHERE subject_id is not null;--> statement-breakpoint
CREATE UNIQUE INDEX `entry_key` ON `entry` (`key`) WHERE key is not null;--> statement-breakpoint
CREATE UNIQUE INDEX `entry_supersedes` ON `entry` (`supersedes`) WHERE supersedes is not null;--> statement-breakpoint
CREATE TABLE `machine` (
	`id` text PRIMARY KEY NOT NULL,
	`nickname` text NOT NULL,
	`family` text NOT NULL,
	`card` text NOT NULL,
	`label_token` text NOT NULL,
	`added_at` integer NOT NULL,
	`retired_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `machine_nickname` ON `machine` (lower("nickname"));--> statement-breakpoint
CREATE UNIQUE INDEX `machine_label` ON `machine` (`label_token`);--> statement-breakpoint
CREATE TABLE `odometer` (
	`machine_id` text NOT NULL,
	`day` integer NOT NULL,
	`run_s` integer NOT NULL,
	`beam_s` integer NOT NULL,
	`optics_ms` integer NOT NULL,
	`bed_ms` integer NOT NULL,
	`motion_ms` integer NOT NULL,
	`air_ms` integer NOT NULL,
	`jobs` integer NOT NULL,
	`use_days` integer NOT NULL,
	PRIMARY KEY(`machine_id`, `day`)
);
--> statement-breakpoint
CREATE TABLE `photo` (
	`id` text PRIMARY KEY NOT NULL,
	`entry_id` text NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`stored_at` integer NOT NULL,
	FOREIGN KEY (`entry_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `photo_entry` ON `photo` (`entry_id`);--> statement-breakpoint
CREATE TABLE `session` (
	`entry_id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`start` integer NOT NULL,
	`run_s` integer NOT NULL,
	`beam_s` integer,
	`material` text,
	`process` text,
	`air_assist` integer,
	`draught` text,
	`operator` text,
	FOREIGN KEY (`entry_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `session_machine_start` ON `session` (`machine_id`,`start`);--> statement-breakpoint
CREATE TABLE `session_hours` (
	`entry_id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`start` integer NOT NULL,
	`day` integer NOT NULL,
	`run_s` integer NOT NULL,
	`beam_s` integer NOT NULL,
	`optics_ms` integer NOT NULL,
	`bed_ms` integer NOT NULL,
	`motion_ms` integer NOT NULL,
	`air_ms` integer NOT NULL,
	FOREIGN KEY (`entry_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `session_hours_machine_start` ON `session_hours` (`machine_id`,`start`);--> statement-breakpoint
CREATE TABLE `setting` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sheet` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`started_at` integer NOT NULL,
	`started_by` text NOT NULL,
	`isolated_at` integer,
	`hold_id` text NOT NULL,
	`closed_at` integer,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`hold_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sheet_open` ON `sheet` (`machine_id`) WHERE closed_at is null;--> statement-breakpoint
CREATE TABLE `sheet_task` (
	`sheet_id` text NOT NULL,
	`station_id` text NOT NULL,
	`task` text NOT NULL,
	`finding` text,
	`result` text,
	`method` text,
	`minutes` integer,
	`note` text,
	`marked_at` integer,
	PRIMARY KEY(`sheet_id`, `station_id`, `task`),
	FOREIGN KEY (`sheet_id`) REFERENCES `sheet`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`station_id`) REFERENCES `station`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `sign_in_failure` (
	`username` text PRIMARY KEY NOT NULL,
	`failures` integer NOT NULL,
	`last_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `station` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`slug` text NOT NULL,
	`kind` text NOT NULL,
	`name` text NOT NULL,
	`short` text NOT NULL,
	`position` integer NOT NULL,
	`counts_from` integer,
	`removed_at` integer,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `station_machine` ON `station` (`machine_id`,`position`);--> statement-breakpoint
CREATE TABLE `timer` (
	`machine_id` text PRIMARY KEY NOT NULL,
	`started_at` integer NOT NULL,
	`person` text NOT NULL,
	FOREIGN KEY (`machine_id`) REFERENCES `machine`(`id`) ON UPDATE no action ON DELETE no action
);
