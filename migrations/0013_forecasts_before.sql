-- A forecast keeps the interest of whole periods before a debt's first payment; those made before knew none.
update forecast set figures = (
	select coalesce(jsonb_agg(figure || '{"before": []}' order by place), '[]')
	from jsonb_array_elements(figures) with ordinality as each (figure, place)
);
