import { Box, Button, Checkbox, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useRules, useRulesChanges } from "../api/useRules";
import type { Rules } from "../api/types";
import { Note } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { Theirs } from "../ui/Theirs";
import { readNumber, useDraft } from "../ui/useDraft";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

const clock = (hours: number): string =>
  `${String(Math.floor(hours)).padStart(2, "0")}:${String(Math.round((hours % 1) * 60)).padStart(2, "0")}`;

/** Hours at the bench on each day of the week, days away, and days the oven may be used. */
export function BenchHours() {
  const rules = useRules().data?.rules;
  const { set } = useRulesChanges();
  const [away, setAway] = useState("");
  if (!rules) return null;
  const keep = (changes: Partial<Rules>) => set(changes);
  return (
    <Box as="section" aria-label="Bench hours">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
        Bench hours
      </Heading>
      {DAYS.map((day, at) => (
        <DayRow key={day} day={day} at={at} rules={rules} keep={keep} />
      ))}
      <Flex gap="2" mt="3" align="center" wrap="wrap">
        <Text fontSize="sm">Away on</Text>
        <Input
          size="sm"
          width="10rem"
          bg="sheet"
          type="date"
          aria-label="A day away"
          value={away}
          onChange={(event) => setAway(event.target.value)}
        />
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={!away}
          onClick={() => {
            const days = [...new Set([...rules.away, away])].sort();
            void keep({ away: days }).then(() => setAway(""), tellProblem);
          }}
        >
          Add
        </Button>
      </Flex>
      <Flex gap="2" mt="2" wrap="wrap">
        {rules.away.map((day) => (
          <Button
            key={day}
            size="xs"
            variant="outline"
            borderColor="hairline"
            aria-label={`Not away on ${day}`}
            onClick={() =>
              void keep({ away: rules.away.filter((one) => one !== day) }).catch(tellProblem)
            }
          >
            {day} ×
          </Button>
        ))}
      </Flex>
      <Note>
        Untick the oven on days somebody else needs it. These are part of House rules, where they
        can be undone.
      </Note>
    </Box>
  );
}

interface DayProps {
  day: string;
  at: number;
  rules: Rules;
  keep: (changes: Partial<Rules>) => Promise<unknown>;
}

function DayRow({ day, at, rules, keep }: DayProps) {
  const row = rules.bench_week[at] ?? { from_h: 19, hours: 0 };
  const put = (next: Partial<typeof row>) =>
    keep({
      bench_week: rules.bench_week.map((one, index) => (index === at ? { ...one, ...next } : one)),
    });
  const hours = useDraft(String(row.hours), (text) => put({ hours: readNumber(text) }));
  const oven = rules.oven_days.includes(at);
  return (
    <Box py="0.5">
      <Flex align="center" gap="3">
        <Text fontSize="sm" width="6rem">
          {day}
        </Text>
        <Input
          size="xs"
          width="6.5rem"
          bg="sheet"
          type="time"
          aria-label={`${day}, from`}
          value={clock(row.from_h)}
          onChange={(event) => {
            const [h = 0, m = 0] = event.target.value.split(":").map(Number);
            if (event.target.value) void put({ from_h: h + m / 60 }).catch(tellProblem);
          }}
        />
        <Input
          size="xs"
          width="4rem"
          bg="sheet"
          textAlign="right"
          aria-label={`${day}, hours`}
          {...hours.field}
          onKeyDown={hours.onKeyDown}
        />
        <Text fontSize="sm" width="2rem">
          h
        </Text>
        <Checkbox.Root
          size="sm"
          checked={oven}
          onCheckedChange={({ checked }) =>
            void keep({
              oven_days:
                checked === true
                  ? [...rules.oven_days, at].sort()
                  : rules.oven_days.filter((one) => one !== at),
            }).catch(tellProblem)
          }
        >
          <Checkbox.HiddenInput aria-label={`${day}, oven`} />
          <Checkbox.Control borderColor="inkSoft" />
          <Checkbox.Label fontWeight="400">oven</Checkbox.Label>
        </Checkbox.Root>
      </Flex>
      {hours.theirs ? <Theirs {...hours.theirs} /> : null}
      {hours.wrong ? (
        <Text role="alert" fontSize="sm" color="stop">
          {hours.wrong}
        </Text>
      ) : null}
    </Box>
  );
}
