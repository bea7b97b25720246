CREATE TABLE `day_rules` (
	`studio_id` varchar(36) NOT NULL,
	`rule` varchar(40) NOT NULL,
	`minutes` double NOT NULL,
	`updated_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `day_rules_studio_id_rule_pk` PRIMARY KEY(`studio_id`,`rule`)
);
--> statement-breakpoint
ALTER TABLE `day_rules` ADD CONSTRAINT `day_rules_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;