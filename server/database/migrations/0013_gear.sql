CREATE TABLE `gear_days` (
	`setup_id` varchar(36) character set ascii collate ascii_bin NOT NULL,
	`kit_id` varchar(36) character set ascii collate ascii_bin NOT NULL,
	`studio_id` varchar(36) character set ascii collate ascii_bin NOT NULL,
	`day` int NOT NULL,
	`changes` int NOT NULL,
	`takes` int NOT NULL,
	`mean` double NOT NULL,
	`squares` double NOT NULL,
	`error` double NOT NULL,
	`free` int NOT NULL,
	CONSTRAINT `gear_days_key` PRIMARY KEY(`setup_id`,`kit_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `gear_events` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`kit_id` varchar(36) NOT NULL,
	`member_id` varchar(36),
	`kind` enum('repaired','replaced','note') NOT NULL,
	`day` date NOT NULL,
	`note` varchar(200) NOT NULL,
	`struck_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `gear_events_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `kit` MODIFY COLUMN `kind` enum('camera','lens','flash','sensor','controller','link','modifier','consumable','launcher','mixture','skin','hand') NOT NULL;--> statement-breakpoint
ALTER TABLE `setups` ADD `geared` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `gear_events` ADD CONSTRAINT `gear_events_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `gear_events` ADD CONSTRAINT `gear_events_kit_id_kit_id_fk` FOREIGN KEY (`kit_id`) REFERENCES `kit`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `gear_events` ADD CONSTRAINT `gear_events_member_id_members_id_fk` FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `gear_days_studio` ON `gear_days` (`studio_id`,`kit_id`);--> statement-breakpoint
CREATE INDEX `gear_events_kit` ON `gear_events` (`studio_id`,`kit_id`,`day`);