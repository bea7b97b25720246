ALTER TABLE `take_cells` ADD `cause` varchar(12) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `take_cells` ADD `variant` varchar(40) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `takes` ADD `cause` enum('misfire','frame','early','late','double','blurred','dark','burnt','face','dirty','dull');--> statement-breakpoint
ALTER TABLE `takes` ADD `also_cause` enum('misfire','frame','early','late','double','blurred','dark','burnt','face','dirty','dull');--> statement-breakpoint
ALTER TABLE `takes` ADD `variant` varchar(40);--> statement-breakpoint
ALTER TABLE `takes` ADD `said` longtext;--> statement-breakpoint
ALTER TABLE `take_cells` DROP PRIMARY KEY, ADD PRIMARY KEY(`studio_id`,`setup_id`,`day`,`verdict`,`keeper`,`power`,`stretch`,`practice`,`cause`,`variant`);--> statement-breakpoint
DELETE FROM `take_cells`;--> statement-breakpoint
INSERT INTO `take_cells` (`studio_id`,`setup_id`,`day`,`verdict`,`keeper`,`power`,`stretch`,`practice`,`cause`,`variant`,`takes`,`pictured`)
SELECT `studio_id`, `setup_id`, date(`fired_at`), `verdict`, `keeper`, coalesce(`power`, -1),
	case when delay > 0 then 3 * floor(log10(delay) + 1e-9) + case when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 5 then 2 when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 2 then 1 else 0 end else -100 end, `practice`,
	case when keeper then '' when sharp = 0 then 'blurred' else '' end, '', count(*), sum(exists (select 1 from `pictures` where `pictures`.`take_id` = `takes`.`id`))
FROM `takes` WHERE `struck_at` IS NULL GROUP BY 1, 2, 3, 4, 5, 6, 7, 8, 9, 10;
