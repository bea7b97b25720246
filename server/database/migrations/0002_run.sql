CREATE TABLE `runs` (
	`setup_id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`step` int NOT NULL,
	`delay` double,
	`opened_at` datetime(3),
	`revision` int NOT NULL DEFAULT 1,
	`updated_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `runs_setup_id` PRIMARY KEY(`setup_id`)
);
--> statement-breakpoint
ALTER TABLE `takes` ADD `planned` double;--> statement-breakpoint
ALTER TABLE `takes` ADD `sharp` boolean;--> statement-breakpoint
ALTER TABLE `takes` ADD `exposed` boolean;--> statement-breakpoint
ALTER TABLE `takes` ADD `clean` boolean;--> statement-breakpoint
ALTER TABLE `runs` ADD CONSTRAINT `runs_setup_id_setups_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `runs` ADD CONSTRAINT `runs_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `takes_fired` ON `takes` (`studio_id`,`fired_at`,`id`);--> statement-breakpoint
CREATE INDEX `takes_delay` ON `takes` (`studio_id`,`delay`,`id`);