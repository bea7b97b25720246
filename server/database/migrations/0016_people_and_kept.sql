CREATE TABLE `gear_apart` (
	`studio_id` varchar(36) NOT NULL,
	`setup_id` varchar(36) NOT NULL,
	`kind` enum('launcher','mixture','skin','hand') NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `gear_apart_key` PRIMARY KEY(`setup_id`,`kind`)
);
--> statement-breakpoint
ALTER TABLE `practices` ADD `rehearses` varchar(36);--> statement-breakpoint
ALTER TABLE `studios` ADD `learns_kept` boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE `take_cells` ADD `member_id` varchar(36) character set ascii collate ascii_bin DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `gear_apart` ADD CONSTRAINT `gear_apart_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `gear_apart` ADD CONSTRAINT `gear_apart_setup_id_setups_id_fk` FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `practices_rehearses` ON `practices` (`rehearses`);--> statement-breakpoint
ALTER TABLE `take_cells` DROP PRIMARY KEY, ADD PRIMARY KEY(`studio_id`,`setup_id`,`day`,`verdict`,`keeper`,`power`,`stretch`,`practice`,`cause`,`variant`,`member_id`);--> statement-breakpoint
DELETE FROM `take_cells`;--> statement-breakpoint
INSERT INTO `take_cells` (studio_id, setup_id, day, verdict, keeper, power, stretch, practice, cause, variant, member_id, takes, pictured)
select studio_id as studio_id, setup_id as setup_id, date_format(fired_at, '%Y-%m-%d') as day, verdict as verdict, keeper as keeper, coalesce(power, -1) as power, case when delay > 0 then 3 * floor(log10(delay) + 1e-9) + case when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 5 then 2 when delay / pow(10, floor(log10(delay) + 1e-9)) + 1e-9 >= 2 then 1 else 0 end else -100 end as stretch, practice as practice, case when keeper then '' when cause in ('misfire', 'frame', 'early', 'late', 'double') then cause when sharp = 0 then 'blurred' else coalesce(cause, '') end as cause, coalesce(variant, '') as variant, coalesce(member_id, '') as member_id, count(*) as takes, sum(exists (select 1 from pictures where pictures.take_id = takes.id)) as pictured from takes where struck_at is null GROUP BY 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11;
