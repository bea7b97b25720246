ALTER TABLE `setups` ADD `recipe` varchar(20);--> statement-breakpoint
ALTER TABLE `setups` ADD `method` varchar(20);--> statement-breakpoint
ALTER TABLE `setups` ADD `planned` longtext;