-- +goose Up
-- How engaged a student was, how hard it was and how confident, each 1 to 10, stand with who
-- was there; 0 was not asked.
alter table attended add column engagement integer not null default 0 check (engagement between 0 and 10);
alter table attended add column effort integer not null default 0 check (effort between 0 and 10);
alter table attended add column confidence integer not null default 0 check (confidence between 0 and 10);
insert or ignore into attended (run_id, student_id, note)
select run_id, student_id, '' from engagements union select run_id, student_id, '' from efforts;
update attended set
    engagement = coalesce((select g.value from engagements g where g.run_id = attended.run_id and g.student_id = attended.student_id), 0),
    effort = coalesce((select e.value from efforts e where e.run_id = attended.run_id and e.student_id = attended.student_id), 0);
drop table engagements;
drop table efforts;
