import { Box, Heading, Stack, Text } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { useRules, useRulesChanges } from "../../api/useRules";
import { useFigurePage } from "../../figure/useFigurePage";
import { length, mass, value } from "../../units/format";
import { ChoiceField, Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";
import { JoinStrip } from "./JoinStrip";

const STATES = {
  "raw to raw": "Raw to raw",
  "raw to cured": "Raw to cured",
  resting: "Resting, not joined",
  "cured to cured": "Cured to cured",
  "put on": "Bought, put on at the end",
} as const;

/** How each part is joined to what it sits on, with what, and where it is pinned. */
export function JoinsTab() {
  const { plan, selected, select } = useFigurePage();
  const units = useUnits();
  const rules = useRules().data?.rules;
  const { set } = useRulesChanges();
  const choose = (changes: Record<string, string>) => void set(changes).catch(tellProblem);
  const { joins } = plan.order;
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const row = selected && list.current?.querySelector(`[data-join="${CSS.escape(selected)}"]`);
    if (row) row.scrollIntoView({ block: "nearest" });
  }, [selected]);
  return (
    <Stack gap="3" ref={list}>
      {rules ? (
        <>
          <ChoiceField
            label="Raw clay is held on cured by"
            value={rules.bond}
            options={[
              { value: "liquid_clay", label: "liquid clay" },
              { value: "key", label: "a key" },
            ]}
            onChange={(bond) => choose({ bond })}
          />
          <ChoiceField
            label="Cured parts are glued with"
            value={rules.glue}
            options={[
              { value: "epoxy", label: "epoxy glue" },
              { value: "instant", label: "instant glue" },
            ]}
            onChange={(glue) => choose({ glue })}
          />
        </>
      ) : null}
      {joins.length === 0 ? (
        <Note>Everything of this figure is one body, blended raw: there is no join.</Note>
      ) : null}
      {Object.entries(STATES).map(([state, title]) => {
        const rows = joins.filter((row) => row.state === state);
        return rows.length ? (
          <Box key={state} as="section" aria-label={title}>
            <Heading size="sm">{title}</Heading>
            <Note>{rows[0]?.how}.</Note>
            {rows.map((row) => (
              <Box
                key={`${row.part} ${row.onto}`}
                data-join={row.part}
                py="1"
                borderBottomWidth="1px"
                borderColor="headline"
                bg={row.part === selected ? "claySoft" : undefined}
                cursor="pointer"
                onClick={() => select(row.part)}
              >
                <Text fontSize="sm">
                  {row.title}
                  {row.grams > 0 ? `, ${mass(row.grams, units)}` : ""}
                </Text>
                {row.how !== rows[0]?.how ? (
                  <Text fontSize="xs" color="inkSoft">
                    {row.how}
                    {row.air_mm > 0 ? `, ${length(row.air_mm, units)} of it` : ""}
                  </Text>
                ) : null}
                {row.holds_n !== null || row.pin ? (
                  <Text fontSize="xs" color="inkSoft">
                    {[
                      row.holds_n !== null
                        ? `the glue holds about ${value(row.holds_n, "N", units)}`
                        : "",
                      row.pin
                        ? `the pin ${value(row.pin.holds_n, "N", units)} of ${value(row.pin.wanted_n, "N", units)} wanted`
                        : "",
                    ]
                      .filter(Boolean)
                      .join(", ")}{" "}
                    at its far end
                  </Text>
                ) : null}
                {row.pin ? (
                  <Text fontSize="xs" color="inkSoft">
                    {row.pin.drill}
                  </Text>
                ) : null}
                {row.part === selected ? <JoinStrip part={row.part} onto={row.onto} /> : null}
              </Box>
            ))}
          </Box>
        ) : null;
      })}
      <Note>
        Bare, roughened clay where anything is glued: no paint, no sealer. Drilling cured clay: eye
        protection, slow, and no dry dust.
      </Note>
    </Stack>
  );
}
