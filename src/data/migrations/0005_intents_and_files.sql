ALTER TABLE `file_content` MODIFY COLUMN `id` varchar(32) NOT NULL;--> statement-breakpoint
ALTER TABLE `job_log` ADD `asked` char(64);--> statement-breakpoint
INSERT INTO `file_content` (`id`, `content`) SELECT CONCAT('sheet-', s.`id`), c.`content` FROM `data_sheet` s JOIN `file_content` c ON c.`id` = s.`id`;
