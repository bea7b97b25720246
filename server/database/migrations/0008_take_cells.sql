CREATE TABLE `take_cells` (
	`studio_id` varchar(36) NOT NULL,
	`setup_id` varchar(36) NOT NULL,
	`day` varchar(10) NOT NULL,
	`verdict` enum('early','on','late','missed','misfire') NOT NULL,
	`keeper` boolean NOT NULL,
	`power` double NOT NULL,
	`stretch` smallint NOT NULL,
	`practice` boolean NOT NULL,
	`takes` int NOT NULL,
	CONSTRAINT `take_cells_key` PRIMARY KEY(`studio_id`,`setup_id`,`day`,`verdict`,`keeper`,`power`,`stretch`,`practice`)
);
--> statement-breakpoint
ALTER TABLE `take_cells` ADD CONSTRAINT `take_cells_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `take_cells` ADD CONSTRAINT `take_cells_setup_id_setups_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `take_cells_day` ON `take_cells` (`studio_id`,`practice`,`day`,`verdict`,`keeper`,`setup_id`,`takes`);--> statement-breakpoint
CREATE INDEX `takes_setup_fired` ON `takes` (`setup_id`,`fired_at`);--> statement-breakpoint
CREATE FULLTEXT INDEX `takes_note` ON `takes` (`note`);--> statement-breakpoint
INSERT INTO `take_cells` (`studio_id`,`setup_id`,`day`,`verdict`,`keeper`,`power`,`stretch`,`practice`,`takes`)
SELECT `studio_id`, `setup_id`, date_format(`fired_at`, '%Y-%m-%d'), `verdict`, `keeper`, coalesce(`power`, -1),
	case when delay > 0 then 3 * floor(log10(delay) + 1e-9) + case when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 5 then 2 when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 2 then 1 else 0 end else -100 end, `practice`, count(*)
FROM `takes` WHERE `struck_at` IS NULL GROUP BY 1, 2, 3, 4, 5, 6, 7, 8;
