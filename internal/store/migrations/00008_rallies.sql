-- +goose Up
-- Rallies that two students won against each other in a game of a lesson, where
-- neither side is favoured by its rules: what is known of who wins a rally.
create table rallies (
    run_id    text not null references runs (id),
    block_id  text not null,
    student_a text not null references students (id),
    student_b text not null references students (id),
    won_a     integer not null,
    won_b     integer not null,
    primary key (run_id, block_id)
) strict, without rowid;
create index rallies_by_students on rallies (student_a, student_b);
