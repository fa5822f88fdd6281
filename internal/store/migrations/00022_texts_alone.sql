-- +goose Up
alter table runs drop column lesson;
alter table lesson_versions drop column body;
create index runs_by_text on runs (text);
create index lesson_versions_by_text on lesson_versions (text);
