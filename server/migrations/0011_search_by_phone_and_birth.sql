-- Clients are found by telephone number and birth date too; see searchTextOf for those written from now on.
UPDATE "clients" SET "search_text" = concat_ws(' ', "search_text", regexp_replace("phone", '\D', '', 'g'),
  to_char("birth_date", 'YYYY-MM-DD'), to_char("birth_date", 'DD.MM.YYYY'), to_char("birth_date", 'FMDD.FMMM.YYYY'),
  to_char("birth_date", 'DD/MM/YYYY'), to_char("birth_date", 'FMDD/FMMM/YYYY'), lower(to_char("birth_date", 'FMDD Mon YYYY')));
