-- +goose Up
-- Of what was asked most readers only want to know whether it was of balls at all: the rest is read
-- once for each ask. The drill's title stands beside what was counted.
drop view counted;
create view counted as
select r.run_id, r.student_id, r.block_id, r.step, r.shot, r.at, r.balls, r.good, r.best, r.met, r.radius,
    a.kind, r.skill, a.stage, a.drill, a.edition, a.title as drill_title, r.more, r.ask,
    cast(a.body <> '[]' as integer) as hit
from results r join asks a on a.id = r.ask;
