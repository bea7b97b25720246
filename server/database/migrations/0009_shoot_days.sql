CREATE TABLE `shoot_days` (
	`shoot_id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`document` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`updated_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `shoot_days_shoot_id` PRIMARY KEY(`shoot_id`)
);
--> statement-breakpoint
ALTER TABLE `shoot_days` ADD CONSTRAINT `shoot_days_shoot_id_shoots_id_fk` FOREIGN KEY (`shoot_id`) REFERENCES `shoots`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shoot_days` ADD CONSTRAINT `shoot_days_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;