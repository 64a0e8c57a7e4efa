import { Box, chakra, Flex } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { DragOut, Plan, Quantity, StationName } from "../api/types";
import { quantity, value } from "../units/format";
import { announce } from "../ui/announce";
import { Live } from "../ui/Answer";
import { useUnits } from "../ui/UnitsContext";

interface Item {
  key: string;
  label: string;
  q: Quantity;
  station: StationName;
  prefix?: string;
  suffix?: string;
  moving?: (moved: DragOut) => number;
}

function items(plan: Plan): Item[] {
  const t = plan.totals;
  return [
    { key: "height", label: "Height", q: t.height, station: "character" },
    { key: "mass", label: "Weight", q: t.mass, station: "clay" },
    { key: "wire", label: "Wire", q: t.wire, station: "frame", prefix: "wire " },
    { key: "foil", label: "Foil", q: t.foil, station: "bulk", prefix: "foil " },
    {
      key: "clay",
      label: "Clay",
      q: t.clay,
      station: "clay",
      prefix: "clay ",
      suffix: ` (${t.packs} pack${t.packs === 1 ? "" : "s"} new)`,
    },
    {
      key: "tips",
      label: "Tips at",
      q: t.tips_at,
      station: "frame",
      prefix: "tips at ",
      moving: (moved) => moved.tips_at_deg,
    },
    {
      key: "bakes",
      label: "Bakes",
      q: t.bakes,
      station: "bake",
      suffix: ` bake${t.bakes.value === 1 ? "" : "s"}`,
    },
    { key: "oven", label: "In the oven", q: plan.bake.total_min, station: "bake", prefix: "oven " },
    { key: "hands", label: "Hours of work", q: t.hands, station: "order", suffix: " of work" },
    { key: "cost", label: "Cost", q: t.cost, station: "clay", suffix: " all new" },
  ];
}

/** The figure's totals; a change flashes what it moved, and by how much, for two seconds. */
export function Strip({ plan, onGo }: { plan: Plan; onGo: (station: StationName) => void }) {
  const units = useUnits();
  const rows = items(plan);
  const before = useRef<{ name: string; values: Map<string, number> } | null>(null);
  const [moved, setMoved] = useState<Map<string, number>>(new Map());
  const stamp = rows.map((row) => row.q.value.toFixed(3)).join(" ");

  useEffect(() => {
    const now = new Map(rows.map((row) => [row.key, row.q.value]));
    const was = before.current;
    before.current = { name: plan.name, values: now };
    if (!was || was.name !== plan.name) return;
    const changes = new Map<string, number>();
    for (const [key, amount] of now) {
      const old = was.values.get(key);
      if (old !== undefined && Math.abs(amount - old) > 0.005 * Math.max(1, Math.abs(old)))
        changes.set(key, amount - old);
    }
    if (!changes.size) return;
    setMoved(changes);
    const told = rows.filter((row) => changes.has(row.key)).slice(0, 4);
    announce(told.map((row) => `${row.label} ${quantity(row.q, units)}`).join(", "));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the stamp stands for all the rows
  }, [stamp, plan.name]);
  useEffect(() => {
    if (!moved.size) return;
    const timer = setTimeout(() => setMoved(new Map()), 2000);
    return () => clearTimeout(timer);
  }, [moved]);

  return (
    <Flex
      as="footer"
      aria-label="Totals"
      columnGap="1"
      px="3"
      py="1"
      borderTopWidth="1px"
      borderColor="hairline"
      bg="sheet"
      wrap="wrap"
      flexShrink="0"
      minHeight="46px"
      align="center"
    >
      {rows.map((row) => {
        const change = moved.get(row.key);
        return (
          <chakra.button
            key={row.key}
            type="button"
            title={`${row.label}: open the station that explains it`}
            onClick={() => onGo(row.station)}
            px="2"
            py="0.5"
            cursor="pointer"
            whiteSpace="nowrap"
            borderRadius="sheet"
            bg={change === undefined ? "transparent" : "claySoft"}
            transition="background 150ms"
            fontSize="sm"
            textAlign="left"
            data-total={row.key}
          >
            {row.prefix}
            <b>
              <Live q={row.q} moving={row.moving} />
            </b>
            {row.suffix}
            <Box height="14px" lineHeight="14px" fontSize="xs" color="clay" fontWeight="700">
              {change === undefined
                ? ""
                : `${change > 0 ? "+" : "−"}${value(Math.abs(change), row.q.unit, units)}`}
            </Box>
          </chakra.button>
        );
      })}
    </Flex>
  );
}
