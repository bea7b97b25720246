CREATE TABLE `kit` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`kind` enum('camera','lens','flash','sensor','controller','link','modifier','consumable') NOT NULL,
	`name` varchar(120) NOT NULL,
	`document` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`updated_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `kit_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `kit` ADD CONSTRAINT `kit_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `kit_studio` ON `kit` (`studio_id`,`kind`);