ALTER TABLE `calendar` ADD `times` text;--> statement-breakpoint
ALTER TABLE `photo` ADD `key` text;--> statement-breakpoint
CREATE UNIQUE INDEX `photo_key` ON `photo` (`key`);--> statement-breakpoint
-- the slides of a galvo's hood are greased, plain round rails never are: they are no longer one kind of station
UPDATE `station` SET `kind` = 'hood-slides' WHERE `kind` = 'round-rails' AND `machine_id` IN (SELECT `id` FROM `machine` WHERE `family` = 'galvo-desktop');
