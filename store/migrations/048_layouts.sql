-- Where people found a field's value may be several places, one for each layout of a type's paper.
update learned set model = jsonb_build_object('layouts', jsonb_build_array(model - 'measured'), 'measured', model->'measured')
where what = 'place' and model is not null;
