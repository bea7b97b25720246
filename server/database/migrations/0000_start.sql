CREATE TABLE `marks` (
	`name` varchar(60) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `marks_name_pk` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`device` varchar(200) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`revoked_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `sessions_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `setups` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`shoot_id` varchar(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`document` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 1,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	`updated_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `setups_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shoots` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`date` varchar(10) NOT NULL,
	`place` varchar(120) NOT NULL,
	`notes` text NOT NULL,
	`archived_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `shoots_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_links` (
	`hash` varchar(64) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`used_at` datetime(3),
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `sign_in_links_hash` PRIMARY KEY(`hash`)
);
--> statement-breakpoint
CREATE TABLE `studios` (
	`id` varchar(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`is_demo` boolean NOT NULL DEFAULT false,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `studios_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `takes` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`setup_id` varchar(36) NOT NULL,
	`device_key` varchar(64) NOT NULL,
	`number` int NOT NULL,
	`delay` double NOT NULL,
	`verdict` enum('early','on','late','missed','misfire') NOT NULL,
	`keeper` boolean NOT NULL,
	`position` double,
	`note` text NOT NULL,
	`fired_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `takes_id` PRIMARY KEY(`id`),
	CONSTRAINT `takes_device_key` UNIQUE(`setup_id`,`device_key`),
	CONSTRAINT `takes_number` UNIQUE(`setup_id`,`number`)
);
--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `setups` ADD CONSTRAINT `setups_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `setups` ADD CONSTRAINT `setups_shoot_id_shoots_id_fk` FOREIGN KEY (`shoot_id`) REFERENCES `shoots`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shoots` ADD CONSTRAINT `shoots_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sign_in_links` ADD CONSTRAINT `sign_in_links_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `takes` ADD CONSTRAINT `takes_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `takes` ADD CONSTRAINT `takes_setup_id_setups_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `sessions_studio` ON `sessions` (`studio_id`);--> statement-breakpoint
CREATE INDEX `setups_shoot` ON `setups` (`shoot_id`);--> statement-breakpoint
CREATE INDEX `shoots_studio` ON `shoots` (`studio_id`,`date`);