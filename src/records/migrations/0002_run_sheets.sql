CREATE TABLE `campaign` (
	`id` text PRIMARY KEY NOT NULL,
	`started_at` integer NOT NULL,
	`started_by` text NOT NULL,
	`people` text NOT NULL,
	`plan` text
);
--> statement-breakpoint
CREATE TABLE `sheet_tick` (
	`id` text PRIMARY KEY NOT NULL,
	`sheet_id` text NOT NULL,
	`at` integer NOT NULL,
	`received_at` integer NOT NULL,
	`person` text NOT NULL,
	`what` text NOT NULL,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheet`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `sheet_tick_sheet` ON `sheet_tick` (`sheet_id`,`received_at`,`id`);--> statement-breakpoint
CREATE TABLE `stock` (
	`entry_id` text PRIMARY KEY NOT NULL,
	`item` text NOT NULL,
	`at` integer NOT NULL,
	`kind` text NOT NULL,
	`quantity` integer NOT NULL,
	`sheet_id` text,
	FOREIGN KEY (`entry_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheet`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stock_item_at` ON `stock` (`item`,`at`,`entry_id`,`kind`,`quantity`);--> statement-breakpoint
CREATE INDEX `stock_sheet` ON `stock` (`sheet_id`) WHERE sheet_id is not null;--> statement-breakpoint
ALTER TABLE `sheet` ADD `run` text;--> statement-breakpoint
ALTER TABLE `sheet` ADD `campaign_id` text REFERENCES campaign(id);--> statement-breakpoint
CREATE INDEX `sheet_campaign` ON `sheet` (`campaign_id`) WHERE campaign_id is not null;--> statement-breakpoint
ALTER TABLE `sheet` DROP COLUMN `isolated_at`;--> statement-breakpoint
-- what was marked on a clean-down in work becomes its first ticks
INSERT INTO `sheet_tick` (`id`, `sheet_id`, `at`, `received_at`, `person`, `what`)
SELECT `t`.`sheet_id` || '.' || `t`.`station_id` || '.' || `t`.`task`, `t`.`sheet_id`,
	coalesce(`t`.`marked_at`, `s`.`started_at`), coalesce(`t`.`marked_at`, `s`.`started_at`), `s`.`started_by`,
	json_object('kind', 'mark', 'task', `t`.`station_id` || '.' || `t`.`task`, 'change', json_object(
		'finding', `t`.`finding`, 'result', `t`.`result`, 'method', `t`.`method`, 'minutes', `t`.`minutes`, 'note', `t`.`note`))
FROM `sheet_task` `t` JOIN `sheet` `s` ON `s`.`id` = `t`.`sheet_id`
WHERE `s`.`closed_at` IS NULL AND (`t`.`finding` IS NOT NULL OR `t`.`result` IS NOT NULL OR `t`.`note` IS NOT NULL);--> statement-breakpoint
CREATE INDEX `care_minutes` ON `care` (`station_id`,`task`,`at`,`minutes`,`entry_id`) WHERE minutes is not null and result = 'done';--> statement-breakpoint
ALTER TABLE `sheet_task` DROP COLUMN `finding`;--> statement-breakpoint
ALTER TABLE `sheet_task` DROP COLUMN `result`;--> statement-breakpoint
ALTER TABLE `sheet_task` DROP COLUMN `method`;--> statement-breakpoint
ALTER TABLE `sheet_task` DROP COLUMN `minutes`;--> statement-breakpoint
ALTER TABLE `sheet_task` DROP COLUMN `note`;--> statement-breakpoint
ALTER TABLE `sheet_task` DROP COLUMN `marked_at`;