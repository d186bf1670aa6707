-- Adapters had one plug at either end; now they have any number of ends, and their wires name the end.
ALTER TABLE "catalogue_row" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "catalogue_row" SET "body" = jsonb_set("body", '{adapter}', jsonb_build_object(
  'ends', jsonb_build_array(
    jsonb_build_object('id', 'in', 'way', 'in', 'family', "body" #> '{adapter,vehicleFamily}'),
    jsonb_build_object('id', 'out', 'way', 'out', 'family', "body" #> '{adapter,lampFamily}')),
  'map', (SELECT jsonb_agg(jsonb_build_object('from', 'in/' || (w ->> 'from'), 'to', 'out/' || (w ->> 'to')))
          FROM jsonb_array_elements("body" #> '{adapter,map}') AS w)))
WHERE "kind" = 'part' AND "body" #> '{adapter,vehicleFamily}' IS NOT NULL;--> statement-breakpoint
ALTER TABLE "catalogue_row" ENABLE TRIGGER USER;
