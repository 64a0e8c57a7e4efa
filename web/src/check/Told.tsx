import { Box, Button, Flex, Heading, NativeSelect, Stack, Text } from "@chakra-ui/react";
import type { Check, Told as ToldRow } from "../api/types";
import { Note } from "../ui/fields";

interface Props {
  check: Check;
  marks: string[];
  chosen: string | null;
  onChoose: (id: string | null) => void;
  onClear: (id: string) => void;
  missing: string[];
  onMissing: (missing: string[]) => void;
  onMirrored: () => void;
  onTake: (row: ToldRow) => void;
}

/** What is off and what to do about it; what may be marked further; what of the plan is not there. */
export function Told(props: Props) {
  const { check, marks, chosen, onChoose, onClear, missing, onMissing } = props;
  const off = check.told.filter((row) => row.matters);
  const fine = check.told.filter((row) => !row.matters);
  const label = (id: string) => check.to_mark.find((row) => row.id === id)?.label ?? id;
  const parts = check.laid.map((row) => row.id);
  return (
    <Stack gap="2">
      {check.mirrored ? (
        <Button size="xs" variant="outline" borderColor="warn" onClick={props.onMirrored}>
          It is a mirror’s: turn it round
        </Button>
      ) : null}
      {check.troubles.map((words) => (
        <Text key={words} fontSize="sm" color="warn">
          ▲ {words}
        </Text>
      ))}
      {off.length ? (
        <Box as="section" aria-label="What is off">
          <Heading size="sm">What is off</Heading>
          {off.map((row) => (
            <Row key={row.difference.id} row={row} onTake={() => props.onTake(row)} />
          ))}
        </Box>
      ) : check.told.length ? (
        <Text fontSize="sm" color="verdigris">
          ✓ All that is marked is as planned, within what is left alone at this stage.
        </Text>
      ) : (
        <Note>
          The plan lies over the photograph. Where something looks off, mark the points of that
          question: both ends of a limb, both eyes.
        </Note>
      )}
      <Box>
        <Text fontSize="sm" fontWeight="600">
          Mark
        </Text>
        <NativeSelect.Root size="sm">
          <NativeSelect.Field
            bg="sheet"
            aria-label="What to mark"
            value={chosen && !chosen.startsWith("@") ? chosen : ""}
            onChange={(event) => onChoose(event.currentTarget.value || null)}
          >
            <option value="">choose a point, then tap it…</option>
            {check.to_mark.map((row) => (
              <option key={row.id} value={row.id}>
                {marks.includes(row.id) ? "● " : ""}
                {row.label}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Flex gap="1" wrap="wrap" mt="1">
          {marks.map((id) => (
            <Button
              key={id}
              size="2xs"
              variant="outline"
              aria-label={`Take the mark of the ${label(id)} away`}
              onClick={() => onClear(id)}
            >
              {label(id)} ×
            </Button>
          ))}
        </Flex>
      </Box>
      {check.stage === "wire" ? null : (
        <Box as="details" fontSize="sm">
          <Box as="summary" cursor="pointer" color="verdigris">
            Something of the plan is not there
            {missing.length ? `: ${missing.map(label).join(", ")}` : ""}
          </Box>
          <Flex gap="1" wrap="wrap" py="1">
            {[...parts, ...missing].map((id) => (
              <Button
                key={id}
                size="2xs"
                variant="outline"
                aria-pressed={missing.includes(id)}
                bg={missing.includes(id) ? "claySoft" : "transparent"}
                onClick={() =>
                  onMissing(
                    missing.includes(id) ? missing.filter((key) => key !== id) : [...missing, id],
                  )
                }
              >
                {label(id)}
              </Button>
            ))}
          </Flex>
        </Box>
      )}
      {fine.length ? (
        <Box as="details" fontSize="sm">
          <Box as="summary" cursor="pointer" color="verdigris">
            {fine.length} left alone
          </Box>
          {fine.map((row) => (
            <Text key={row.difference.id} fontSize="sm" color="inkSoft">
              {row.difference.words}
            </Text>
          ))}
        </Box>
      ) : null}
      <Note>{check.seen_from}</Note>
    </Stack>
  );
}

/** Something that is off, ± how far that may be wrong, and what to do. */
export function Row({ row, onTake }: { row: ToldRow; onTake?: () => void }) {
  return (
    <Box py="1" borderBottomWidth="1px" borderColor="headline" data-off={row.difference.id}>
      <Text fontSize="sm" fontWeight="600">
        {row.difference.words}
      </Text>
      {row.todo.map((words) => (
        <Text key={words} fontSize="sm">
          {words}
        </Text>
      ))}
      {row.take.length && onTake ? (
        <Button size="2xs" variant="outline" mt="0.5" onClick={onTake}>
          Or let the plan follow the work
        </Button>
      ) : null}
    </Box>
  );
}
