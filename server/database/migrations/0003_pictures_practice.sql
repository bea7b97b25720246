CREATE TABLE `picture_parts` (
	`picture_id` varchar(36) NOT NULL,
	`size` enum('full','thumb') NOT NULL,
	`part` int NOT NULL,
	`data` mediumblob NOT NULL,
	CONSTRAINT `picture_parts_picture_id_size_part_pk` PRIMARY KEY(`picture_id`,`size`,`part`)
);
--> statement-breakpoint
CREATE TABLE `pictures` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`setup_id` varchar(36) NOT NULL,
	`take_id` varchar(36),
	`by_hand` boolean NOT NULL DEFAULT false,
	`name` varchar(200) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`type` enum('image/jpeg','image/png','image/webp') NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`exposure` longtext NOT NULL,
	`shot_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `pictures_id` PRIMARY KEY(`id`),
	CONSTRAINT `pictures_file` UNIQUE(`setup_id`,`hash`)
);
--> statement-breakpoint
CREATE TABLE `practice_shots` (
	`setup_id` varchar(36) NOT NULL,
	`number` int NOT NULL,
	`shot` longtext NOT NULL,
	`fired_at` datetime(3) NOT NULL,
	CONSTRAINT `practice_shots_setup_id_number_pk` PRIMARY KEY(`setup_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `practices` (
	`setup_id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`exercise` varchar(60) NOT NULL,
	`rig` longtext NOT NULL,
	`state` longtext NOT NULL,
	`revealed_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `practices_setup_id` PRIMARY KEY(`setup_id`)
);
--> statement-breakpoint
ALTER TABLE `runs` ADD `acted_at` datetime(3);--> statement-breakpoint
ALTER TABLE `sessions` ADD `role` enum('lead','assistant') DEFAULT 'lead' NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `seen_at` datetime(3);--> statement-breakpoint
ALTER TABLE `shoots` ADD `practice` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD `role` enum('lead','assistant') DEFAULT 'lead' NOT NULL;--> statement-breakpoint
ALTER TABLE `takes` ADD `power` double;--> statement-breakpoint
ALTER TABLE `takes` ADD `settings` longtext;--> statement-breakpoint
ALTER TABLE `takes` ADD `practice` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `picture_parts` ADD CONSTRAINT `picture_parts_picture_id_pictures_id_fk` FOREIGN KEY (`picture_id`) REFERENCES `pictures`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pictures` ADD CONSTRAINT `pictures_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pictures` ADD CONSTRAINT `pictures_setup_id_setups_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pictures` ADD CONSTRAINT `pictures_take_id_takes_id_fk` FOREIGN KEY (`take_id`) REFERENCES `takes`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `practice_shots` ADD CONSTRAINT `practice_shots_setup_id_practices_setup_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `practices`(`setup_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `practices` ADD CONSTRAINT `practices_setup_id_setups_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `practices` ADD CONSTRAINT `practices_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `pictures_take` ON `pictures` (`take_id`);