CREATE TABLE `log_questions` (
	`id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`member_id` varchar(36),
	`name` varchar(60) NOT NULL,
	`asked` varchar(400) NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `log_questions_id` PRIMARY KEY(`id`),
	CONSTRAINT `log_questions_name` UNIQUE(`studio_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `log_questions` ADD CONSTRAINT `log_questions_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `log_questions` ADD CONSTRAINT `log_questions_member_id_members_id_fk` FOREIGN KEY (`member_id`) REFERENCES `members`(`id`) ON DELETE no action ON UPDATE no action;