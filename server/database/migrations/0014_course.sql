CREATE TABLE `course_goes` (
	`studio_id` varchar(36) NOT NULL,
	`person` varchar(36) NOT NULL,
	`lesson` varchar(20) NOT NULL,
	`number` int NOT NULL,
	`answer` double NOT NULL,
	`is_right` boolean NOT NULL,
	`hinted` boolean NOT NULL,
	`luck` double NOT NULL,
	`created_at` datetime(3) NOT NULL DEFAULT (utc_timestamp(3)),
	CONSTRAINT `course_goes_key` PRIMARY KEY(`studio_id`,`person`,`lesson`,`number`)
);
--> statement-breakpoint
ALTER TABLE `course_goes` ADD CONSTRAINT `course_goes_studio_id_studios_id_fk` FOREIGN KEY (`studio_id`) REFERENCES `studios`(`id`) ON DELETE no action ON UPDATE no action;