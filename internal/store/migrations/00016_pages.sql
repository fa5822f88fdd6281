-- +goose Up
-- Lists are read a page at a time, from the last key that was shown.
drop index lessons_by_day;
create index lessons_by_day on lessons (date, start, id);
drop index runs_by_start;
create index runs_by_start on runs (started_at, id, status, lesson_id);
