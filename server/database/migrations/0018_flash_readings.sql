CREATE TABLE `flash_readings` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`kit_id` varchar(36) NOT NULL,
	`member_id` varchar(36),
	`day` date NOT NULL,
	`power` double NOT NULL,
	`t05` double,
	`t01` double NOT NULL,
	`error` double NOT NULL,
	`how` varchar(200) NOT NULL,
	`struck_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `flash_readings_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `flash_readings` ADD CONSTRAINT `flash_readings_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flash_readings` ADD CONSTRAINT `flash_readings_kit_id_kit_id_fk` FOREIGN KEY (`kit_id`) REFERENCES `kit`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flash_readings` ADD CONSTRAINT `flash_readings_member_id_members_id_fk` FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `flash_readings_kit` ON `flash_readings` (`studio_id`,`kit_id`,`day`);