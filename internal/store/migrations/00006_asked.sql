-- +goose Up
-- asked is what a result's balls were asked for, as JSON: a chance is learnt from
-- where balls went only together with where they should have gone. An empty list
-- is repetitions, of which no chance is learnt.
alter table results add column asked text not null default '[]';

create index lesson_students_by_student on lesson_students (student_id);
