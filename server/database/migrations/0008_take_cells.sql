CREATE TABLE `take_cells` (
	`studio_id` varchar(36) character set ascii collate ascii_bin NOT NULL,
	`setup_id` varchar(36) character set ascii collate ascii_bin NOT NULL,
	`day` date NOT NULL,
	`verdict` enum('early','on','late','missed','misfire') NOT NULL,
	`keeper` boolean NOT NULL,
	`power` double NOT NULL,
	`stretch` smallint NOT NULL,
	`practice` boolean NOT NULL,
	`takes` int NOT NULL,
	`pictured` int NOT NULL,
	CONSTRAINT `take_cells_key` PRIMARY KEY(`studio_id`,`setup_id`,`day`,`verdict`,`keeper`,`power`,`stretch`,`practice`)
);
--> statement-breakpoint
CREATE INDEX `take_cells_day` ON `take_cells` (`studio_id`,`practice`,`day`,`verdict`,`keeper`,`setup_id`,`takes`,`pictured`);--> statement-breakpoint
CREATE INDEX `take_cells_stretch` ON `take_cells` (`studio_id`,`practice`,`stretch`,`verdict`,`keeper`,`setup_id`,`takes`);--> statement-breakpoint
CREATE INDEX `takes_setup_fired` ON `takes` (`setup_id`,`fired_at`);--> statement-breakpoint
CREATE FULLTEXT INDEX `takes_note` ON `takes` (`note`);--> statement-breakpoint
INSERT INTO `take_cells` (`studio_id`,`setup_id`,`day`,`verdict`,`keeper`,`power`,`stretch`,`practice`,`takes`,`pictured`)
SELECT `studio_id`, `setup_id`, date(`fired_at`), `verdict`, `keeper`, coalesce(`power`, -1),
	case when delay > 0 then 3 * floor(log10(delay) + 1e-9) + case when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 5 then 2 when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 2 then 1 else 0 end else -100 end, `practice`, count(*), sum(exists (select 1 from `pictures` where `pictures`.`take_id` = `takes`.`id`))
FROM `takes` WHERE `struck_at` IS NULL GROUP BY 1, 2, 3, 4, 5, 6, 7, 8;
