-- Where on which page a checker marked a fault.
alter table verdicts add place jsonb;
