ALTER TABLE `picture_parts` DROP FOREIGN KEY `picture_parts_picture_id_pictures_id_fk`;
