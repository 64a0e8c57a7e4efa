import { Button, Field, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useLiveChanges } from "../../api/useLive";
import type { Forgotten as ForgottenBake } from "../../api/types";
import { useFigurePage } from "../../figure/useFigurePage";
import { ChoiceField } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { minutes } from "../../units/format";

interface Props {
  bake: ForgottenBake;
  begun: string;
}

/** A bake that was begun and never ended: how long it really was, or why it does not count. */
export function Forgotten({ bake, begun }: Props) {
  const { figure, plan } = useFigurePage();
  const { close } = useLiveChanges(figure.id);
  const numbers = [...new Set([bake.number, ...plan.bake.bakes.map((row) => row.number)])];
  const [number, setNumber] = useState(bake.number);
  const [took, setTook] = useState("");
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
        Bake {bake.number} was begun {minutes(bake.elapsed_min)} ago and never ended.
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
        {numbers.length > 1 ? (
          <ChoiceField
            label="It was bake"
            value={String(number)}
            options={numbers
              .sort((a, b) => a - b)
              .map((n) => ({
                value: String(n),
                label: n === bake.number ? `${n}, as it was begun` : `${n} of today's plan`,
              }))}
            onChange={(value) => setNumber(Number(value))}
          />
        ) : null}
        <Button
          size="sm"
          bg="clay"
          color="onClay"
          disabled={!(whole >= 1 && whole <= 1440)}
          loading={close.isPending}
          onClick={() =>
            close.mutate(
              { key: begun, minutes: whole, number, reason: "" },
              { onError: tellProblem },
            )
          }
        >
          Write it down
        </Button>
      </Flex>
      <Abandon begun={begun} label="Or it does not count, because" />
    </Stack>
  );
}

interface AbandonProps {
  begun: string;
  label: string;
}

/** A bake that does not count, with the reason that goes into the log. */
export function Abandon({ begun, label }: AbandonProps) {
  const { figure } = useFigurePage();
  const { close } = useLiveChanges(figure.id);
  const [reason, setReason] = useState("");
  return (
    <Flex gap="3" align="end" wrap="wrap">
      <Field.Root flex="1" minWidth="12rem">
        <Field.Label fontSize="sm">{label}</Field.Label>
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
          close.mutate(
            { key: begun, minutes: null, number: null, reason },
            { onError: tellProblem },
          )
        }
      >
        Abandon it
      </Button>
    </Flex>
  );
}
