CREATE TABLE `day_events` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`setup_id` varchar(36) NOT NULL,
	`member_id` varchar(36),
	`device_key` varchar(64) NOT NULL,
	`kind` enum('built','tested','armed','done','struck','pause','resume','fault','mended') NOT NULL,
	`noted_at` datetime(3) NOT NULL,
	`planned` double,
	`minutes` double,
	`struck_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `day_events_id` PRIMARY KEY(`id`),
	CONSTRAINT `day_events_device_key` UNIQUE(`setup_id`,`device_key`)
);
--> statement-breakpoint
ALTER TABLE `day_events` ADD CONSTRAINT `day_events_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `day_events` ADD CONSTRAINT `day_events_setup_id_setups_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `day_events` ADD CONSTRAINT `day_events_member_id_members_id_fk` FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `day_events_learnt` ON `day_events` (`studio_id`,`kind`,`noted_at`);