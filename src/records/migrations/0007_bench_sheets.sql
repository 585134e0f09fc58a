DROP INDEX `care_station_at`;--> statement-breakpoint
ALTER TABLE `care` ADD `module_id` text;--> statement-breakpoint
CREATE INDEX `care_module` ON `care` (`module_id`,`at`) WHERE module_id is not null;--> statement-breakpoint
CREATE INDEX `care_station_at` ON `care` (`station_id`,`module_id`,`at`,`task`,`depth`,`result`,`finding`,`entry_id`);--> statement-breakpoint
DROP INDEX `sheet_open`;--> statement-breakpoint
ALTER TABLE `sheet` ADD `module_id` text;--> statement-breakpoint
CREATE UNIQUE INDEX `sheet_open_module` ON `sheet` (`module_id`) WHERE closed_at is null and module_id is not null;--> statement-breakpoint
CREATE UNIQUE INDEX `sheet_open` ON `sheet` (`machine_id`) WHERE closed_at is null and module_id is null;