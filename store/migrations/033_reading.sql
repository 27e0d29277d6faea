-- The picture by which a page reads best, until its batch is done.
alter table pages add column reading_blob text;
create index pages_by_reading on pages (reading_blob) where reading_blob is not null;
