-- +goose Up
-- A round robin takes the fewest turns from now on. Runs of before keep the rounds that they
-- were played in: who met whom is laid out from the lesson as it was given.
update runs set lesson = (
    select json_set(runs.lesson, '$.blocks', json_group_array(
        case when json_type(b.value, '$.match') = 'object'
            then json_set(b.value, '$.match.wholeRounds', json('true'))
            else json(b.value) end))
    from json_each(runs.lesson, '$.blocks') b)
where exists (
    select 1 from json_each(runs.lesson, '$.blocks') b where json_type(b.value, '$.match') = 'object');
