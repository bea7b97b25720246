DROP INDEX `takes_delay` ON `takes`;--> statement-breakpoint
CREATE INDEX `takes_delay` ON `takes` (`studio_id`,`delay`,`id`,`setup_id`,`fired_at`,`verdict`,`keeper`,`practice`,`struck_at`);