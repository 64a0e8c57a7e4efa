import { Button, Field, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useLiveChanges } from "../../api/useLive";
import type { Forgotten as ForgottenBake } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { minutes } from "../../units/format";

/** A bake that was begun and never ended: how long it really was, or why it does not count. */
export function Forgotten({ bake }: { bake: ForgottenBake }) {
  const { figure, plan } = useFigurePage();
  const { close } = useLiveChanges(figure.id);
  const numbers = plan.bake.bakes.map((row) => row.number);
  const [number, setNumber] = useState(numbers.includes(bake.number) ? bake.number : numbers[0]);
  const [took, setTook] = useState("");
  const [reason, setReason] = useState("");
  const whole = Number(took);
  return (
    <Stack
      gap="2"
      borderWidth="1px"
      borderColor="warn"
      borderRadius="sheet"
      p="3"
      role="group"
      aria-label="A bake that was never ended"
    >
      <Text fontWeight="600">
        Bake {bake.number} was begun {minutes(bake.elapsed_min)} ago and never ended
        {bake.gone ? "; the plan has no such bake any more" : ""}.
      </Text>
      <Flex gap="3" align="end" wrap="wrap">
        <Field.Root width="9rem">
          <Field.Label fontSize="sm">Minutes it was in</Field.Label>
          <Input
            size="sm"
            type="number"
            min={1}
            max={1440}
            value={took}
            onChange={(event) => setTook(event.target.value)}
          />
        </Field.Root>
        {numbers.length > 1 || bake.gone ? (
          <ChoiceField
            label="It was bake"
            value={String(number)}
            options={numbers.map((n) => ({ value: String(n), label: String(n) }))}
            onChange={(value) => setNumber(Number(value))}
          />
        ) : null}
        <Button
          size="sm"
          bg="clay"
          color="onClay"
          disabled={!(whole >= 1 && whole <= 1440) || number === undefined}
          loading={close.isPending}
          onClick={() =>
            close.mutate(
              { minutes: whole, number: number ?? null, reason: "" },
              { onError: tellProblem },
            )
          }
        >
          Write it down
        </Button>
      </Flex>
      <Flex gap="3" align="end" wrap="wrap">
        <Field.Root flex="1" minWidth="12rem">
          <Field.Label fontSize="sm">Or it does not count, because</Field.Label>
          <Input
            size="sm"
            maxLength={200}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Field.Root>
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={!reason.trim()}
          loading={close.isPending}
          onClick={() =>
            close.mutate({ minutes: null, number: null, reason }, { onError: tellProblem })
          }
        >
          Abandon it
        </Button>
      </Flex>
    </Stack>
  );
}
