-- Asked after each side that was examined, so it must not look at all of them.
create index pages_to_examine on pages (batch_id) where evidence is null and trouble is null;
create index pages_undecided on pages (batch_id) where fate is null;
create index loads_running on loads (batch_id) where state in ('asked', 'scanning');
create index documents_unfilled on documents (batch_id) where filled_at is null;
create index documents_open on documents (batch_id) where state = 'open';
-- Of a rubric: its batches by version, and the newest.
create index batches_by_rubric on batches (rubric_id, rubric_version, id desc);
