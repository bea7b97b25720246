CREATE TABLE `setup_frames` (
	`setup_id` varchar(36) NOT NULL,
	`studio_id` varchar(36) NOT NULL,
	`revision` int NOT NULL,
	`models` int NOT NULL,
	`data` mediumblob NOT NULL,
	CONSTRAINT `setup_frames_setup_id` PRIMARY KEY(`setup_id`)
);
