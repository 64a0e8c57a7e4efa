import { Box, Checkbox, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useBench } from "../../api/useBench";
import type { StepPlan } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { Answer } from "../../ui/Answer";
import { Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { PanelTabs } from "../../ui/PanelTabs";
import { minutes } from "../../units/format";
import { JoinsTab } from "./JoinsTab";

function StepsTab() {
  const { plan } = useFigurePage();
  const labels = new Map(plan.order.steps.map((step) => [step.key, step.label]));
  const groups = [...new Set(plan.order.steps.map((step) => step.bake))];
  const next = plan.order.next_step;
  return (
    <Stack gap="3">
      <Box p="2" bg="verdigrisSoft" borderRadius="sheet">
        <Text fontSize="xs">Next</Text>
        <Text fontWeight="600">
          {next ? labels.get(next) : "Nothing left to do: it is finished."}
        </Text>
      </Box>
      <Answer label="Hands on it" q={plan.order.hours} />
      {groups.map((bake) => {
        const group = plan.order.bakes.find((row) => row.number === bake);
        return (
          <Box key={bake ?? "after"}>
            <Heading size="sm">{bake ? `Up to bake ${bake}` : "After the last bake"}</Heading>
            {group ? <Note>Ends in a bake because: {group.because}.</Note> : null}
            <Stack as="ol" gap="0" listStyleType="none">
              {plan.order.steps
                .filter((step) => step.bake === bake)
                .map((step) => (
                  <StepRow key={step.key} step={step} labels={labels} />
                ))}
            </Stack>
          </Box>
        );
      })}
    </Stack>
  );
}

export function OrderPanel() {
  return (
    <PanelTabs
      name="What of the order"
      tabs={[
        { value: "steps", label: "Steps", content: <StepsTab /> },
        { value: "joins", label: "Joins", content: <JoinsTab /> },
      ]}
    />
  );
}

function StepRow({ step, labels }: { step: StepPlan; labels: Map<string, string> }) {
  const { figure, select, selected } = useFigurePage();
  const bench = useBench(figure.id);
  const reasons = new Map<string, string[]>();
  for (const need of step.needs) {
    const label = labels.get(need.key);
    if (label) reasons.set(need.reason, [...(reasons.get(need.reason) ?? []), label]);
  }
  return (
    <Box
      as="li"
      borderBottomWidth="1px"
      borderColor="headline"
      py="1"
      bg={step.part && step.part === selected ? "claySoft" : undefined}
    >
      <Flex gap="2" align="start">
        <Checkbox.Root
          size="sm"
          mt="0.5"
          checked={step.done}
          onCheckedChange={({ checked }) =>
            bench.tick.mutate({ key: step.key, done: checked === true }, { onError: tellProblem })
          }
        >
          <Checkbox.HiddenInput aria-label={`Done: ${step.label}`} />
          <Checkbox.Control borderColor="inkSoft" />
        </Checkbox.Root>
        <Box
          flex="1"
          fontSize="sm"
          onClick={() => step.part && select(step.part)}
          cursor={step.part ? "pointer" : undefined}
        >
          <Text
            color={step.done ? "inkSoft" : "ink"}
            textDecoration={step.done ? "line-through" : undefined}
            fontWeight={step.key.startsWith("bake.") ? 700 : 400}
          >
            {step.label}
          </Text>
          {reasons.size ? (
            <Box as="details" fontSize="xs" color="inkSoft">
              <Box
                as="summary"
                cursor="pointer"
                listStyleType="none"
                textDecoration="underline dotted"
                color="verdigris"
                width="fit-content"
              >
                Why here?
              </Box>
              {[...reasons].map(([reason, before]) => (
                <Text key={reason}>
                  {reason}: after {before.slice(0, 3).join(", ")}
                  {before.length > 3 ? ` and ${before.length - 3} more` : ""}
                </Text>
              ))}
            </Box>
          ) : null}
          {step.caution ? (
            <Text fontSize="xs" color="warn">
              {step.caution}
            </Text>
          ) : null}
        </Box>
        <Text fontSize="xs" color="inkSoft" whiteSpace="nowrap" textAlign="right">
          {minutes(step.minutes)}
          {step.wait_min ? (
            <Box as="span" display="block">
              + {minutes(step.wait_min)} waiting
            </Box>
          ) : null}
        </Text>
      </Flex>
    </Box>
  );
}
