CREATE TABLE `members` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`name` varchar(80) NOT NULL,
	`role` enum('lead','assistant','viewer') NOT NULL,
	`revoked_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `members_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `rate_counts` (
	`caller` varchar(120) NOT NULL,
	`stretch` int NOT NULL,
	`calls` int NOT NULL,
	CONSTRAINT `rate_counts_caller_stretch_pk` PRIMARY KEY(`caller`,`stretch`)
);
--> statement-breakpoint
ALTER TABLE `sessions` MODIFY COLUMN `role` enum('lead','assistant','viewer') NOT NULL DEFAULT 'lead';--> statement-breakpoint
ALTER TABLE `sign_in_links` MODIFY COLUMN `role` enum('lead','assistant','viewer') NOT NULL DEFAULT 'lead';--> statement-breakpoint
ALTER TABLE `practices` ADD `outcome` longtext;--> statement-breakpoint
ALTER TABLE `sessions` ADD `member_id` varchar(36);--> statement-breakpoint
ALTER TABLE `setups` ADD `changes` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD `member_id` varchar(36);--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD `made_by` varchar(36);--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD `cancelled_at` datetime(3);--> statement-breakpoint
ALTER TABLE `takes` ADD `member_id` varchar(36);--> statement-breakpoint
ALTER TABLE `members` ADD CONSTRAINT `members_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `members_studio` ON `members` (`studio_id`);--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_member_id_members_id_fk` FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD CONSTRAINT `sign_in_links_member_id_members_id_fk` FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD CONSTRAINT `sign_in_links_made_by_members_id_fk` FOREIGN KEY (`made_by`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `takes` ADD CONSTRAINT `takes_member_id_members_id_fk` FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `takes` MODIFY COLUMN `device_key` varchar(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL;
