import { AsOf } from "../shelf/AsOf";
import { Waiting } from "../ui/Waiting";
import { useTitle } from "../ui/useTitle";
import { Box, Button, Flex, Heading, Link, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as Path } from "react-router";
import { daySheet, localNow, useCalendar } from "../api/useCalendar";
import { useShelf } from "../api/useShelf";
import type { Sitting } from "../api/types";
import { Note } from "../ui/fields";
import { minutes, temperature } from "../units/format";
import { BenchHours } from "./BenchHours";
import { OvenSessions } from "./OvenSessions";
import { PrintLink } from "../ui/PrintLink";
import { useUnits } from "../ui/UnitsContext";

const DAYS_SHOWN = 14;

/** What to do on which day, over the hours there are; figures in the order they are preferred. */
export function CalendarPage() {
  useTitle("Calendar");
  const shelf = useShelf();
  const cards = shelf.data;
  const [first, setFirst] = useState<string[]>([]);
  const [all, setAll] = useState(false);
  const open = (cards ?? []).filter((card) => card.station !== "finished");
  const order = [
    ...first.filter((id) => open.some((card) => card.id === id)),
    ...open.map((card) => card.id).filter((id) => !first.includes(id)),
  ];
  const calendar = useCalendar(order);
  const found = calendar.data;
  if (!cards || !found) return <Waiting on={[shelf, calendar]} words="Laying out the weeks…" />;
  const days = byDay(found.sittings);
  const shown = all ? days : days.slice(0, DAYS_SHOWN);
  const today = localNow().slice(0, 10);
  const tonight = days.find(([day]) => day === today);
  return (
    <Box as="main" flex="1" overflowY="auto" px={{ base: "4", md: "8" }} py="5">
      <Flex align="baseline" gap="4" wrap="wrap">
        <Heading as="h1" size="2xl" flex="1">
          Calendar
        </Heading>
        {days.length ? (
          <PrintLink href={daySheet(order)}>Print the next day (PDF)</PrintLink>
        ) : null}
        <Link
          href={`/api/v1/calendar.ics?figures=${order.join(",")}&at=${localNow()}`}
          color="verdigris"
          fontWeight="600"
        >
          For a calendar program (ICS)
        </Link>
      </Flex>
      <AsOf />
      <Text color="inkSoft" maxWidth="70ch" mb="4">
        Steps laid over your bench hours, from now and from what is done. Cooling, drying and curing
        run while you are away; a bake is sat through.
      </Text>
      {found.remarks.map((remark) => (
        <Text key={remark} color="warn" mb="2">
          ▲ {remark}
        </Text>
      ))}
      <SimpleGrid columns={{ base: 1, lg: 2 }} gap="8" alignItems="start" maxWidth="76rem">
        <Box>
          <Box as="section" aria-label="Today" mb="5">
            <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
              What fits today
            </Heading>
            {tonight ? (
              <DayRows rows={tonight[1]} />
            ) : (
              <Note>
                {open.length
                  ? "Nothing: no bench hours are left today, or everything is waiting."
                  : "Nothing is planned: every figure is finished, or there is none."}
              </Note>
            )}
          </Box>
          {shown
            .filter(([day]) => day !== today)
            .map(([day, rows]) => (
              <Box key={day} mb="3" data-day={day}>
                <Heading as="h3" size="sm" borderTopWidth="1px" borderColor="hairline" pt="1">
                  {new Date(`${day}T12:00`).toLocaleDateString("en-GB", {
                    weekday: "long",
                    day: "numeric",
                    month: "long",
                  })}
                </Heading>
                <DayRows rows={rows} />
              </Box>
            ))}
          {days.length > shown.length ? (
            <Button size="sm" variant="outline" borderColor="hairline" onClick={() => setAll(true)}>
              Show the other {days.length - shown.length} days
            </Button>
          ) : null}
        </Box>
        <Stack gap="6">
          <Box as="section" aria-label="Expected finish">
            <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
              Expected finish
            </Heading>
            {found.finishes.map((finish, index) => (
              <Flex
                key={finish.figure}
                align="center"
                gap="3"
                py="1"
                borderBottomWidth="1px"
                borderColor="headline"
              >
                <Box flex="1">
                  <Link asChild color="ink" fontWeight="600">
                    <Path to={`/figures/${finish.figure}/order`}>{finish.name}</Path>
                  </Link>
                  <Text fontSize="xs" color="inkSoft">
                    {minutes(finish.hands_min)} left to do
                  </Text>
                </Box>
                <Text fontWeight="600">
                  {finish.day
                    ? new Date(`${finish.day}T12:00`).toLocaleDateString("en-GB", {
                        day: "numeric",
                        month: "long",
                        year: "numeric",
                      })
                    : "not within two years"}
                </Text>
                <Button
                  size="xs"
                  variant="outline"
                  borderColor="hairline"
                  disabled={index === 0}
                  aria-label={`Do this one first: ${finish.name}`}
                  onClick={() =>
                    setFirst([finish.figure, ...order.filter((id) => id !== finish.figure)])
                  }
                >
                  Do this one first
                </Button>
              </Flex>
            ))}
            <Note>
              Minutes are defaults, assumed; a figure may well take from half to twice as long.
            </Note>
          </Box>
          <OvenSessions sittings={found.sittings} figures={order} />
          <BenchHours />
        </Stack>
      </SimpleGrid>
    </Box>
  );
}

function byDay(sittings: Sitting[]): [string, Sitting[]][] {
  const days = new Map<string, Sitting[]>();
  for (const row of sittings) {
    const day = row.start.slice(0, 10);
    days.set(day, [...(days.get(day) ?? []), row]);
  }
  return [...days];
}

function DayRows({ rows }: { rows: Sitting[] }) {
  const units = useUnits();
  return (
    <Stack gap="0">
      {rows.map((row) => (
        <Flex key={`${row.figure} ${row.key} ${row.start}`} gap="3" fontSize="sm" py="0.5">
          <Text width="3rem" color="inkSoft">
            {row.start.slice(11, 16)}
          </Text>
          <Text flex="1">
            {row.label}
            {row.more ? ", begun" : ""}
            {row.shared && row.oven_c !== null
              ? `, in one load at ${temperature(row.oven_c, units)} if all of it goes on the rack`
              : ""}
            <Text as="span" color="inkSoft">
              {" "}
              · {row.name}
            </Text>
          </Text>
          <Text color="inkSoft">{minutes(row.minutes)}</Text>
        </Flex>
      ))}
    </Stack>
  );
}
