-- Which rows name a blob is asked of each one when the store is tidied.
create index pages_by_blob on pages (blob);
create index pages_by_page_blob on pages (page_blob);
create index pages_by_thumbnail on pages (thumbnail_blob);
create index loads_by_blob on loads (blob) where blob is not null;
create index files_by_digest on files (sha256);
