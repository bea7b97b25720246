ALTER TABLE `takes` ADD `former` longtext;--> statement-breakpoint
ALTER TABLE `takes` ADD `revision` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `takes` ADD `struck_at` datetime(3);