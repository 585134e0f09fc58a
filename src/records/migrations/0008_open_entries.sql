CREATE TABLE `open_entry` (
	`entry_id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`machine_id` text,
	FOREIGN KEY (`entry_id`) REFERENCES `entry`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `open_entry_kind` ON `open_entry` (`kind`,`machine_id`);--> statement-breakpoint
CREATE INDEX `entry_machine_kind_at` ON `entry` (`machine_id`,`kind`,`at`,`id`) WHERE kind <> 'session';--> statement-breakpoint
INSERT INTO `open_entry` (`entry_id`, `kind`, `machine_id`)
SELECT e.id, e.kind, e.machine_id FROM entry e
WHERE e.kind IN ('fault', 'hold', 'put back', 'accepted mark', 'fault return')
	AND (e.kind <> 'fault return' OR coalesce(json_extract(e.data, '$.restriction'), '') <> '')
	AND NOT EXISTS (SELECT 1 FROM entry later WHERE later.supersedes = e.id)
	AND NOT EXISTS (
		SELECT 1 FROM entry c
		WHERE c.subject_id = e.id
			AND +c.kind = CASE e.kind WHEN 'fault' THEN 'fault closed' WHEN 'hold' THEN 'release' WHEN 'put back' THEN 'put back done' WHEN 'accepted mark' THEN 'accepted mark gone' WHEN 'fault return' THEN 'restriction lifted' END
			AND NOT EXISTS (SELECT 1 FROM entry later WHERE later.supersedes = c.id)
	);
