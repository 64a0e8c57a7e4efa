import { Box, Button, Code, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useDeviceChanges, useDevices, useScale } from "../api/useScale";
import { Note } from "../ui/fields";
import { tellProblem } from "../ui/notices";
import { useUnits } from "../ui/UnitsContext";
import { mass } from "../units/format";

const STATES = {
  resting: "it rests",
  settling: "it is settling",
  overload: "there is too much on it",
  silent: "no reading for some seconds",
};

/** What lies on the scale now. */
function OnIt() {
  const units = useUnits();
  const scale = useScale(true).data;
  if (!scale) return null;
  return (
    <Text fontSize="sm" py="1" role="status">
      {scale.grams === null ? "" : `${mass(scale.grams, units)}, `}
      {STATES[scale.state]}
    </Text>
  );
}

/** Bench scales: each shows a token of its own with its readings, and can be shut out. */
export function Scales() {
  const devices = useDevices().data ?? [];
  const { add, revoke } = useDeviceChanges();
  const [name, setName] = useState("");
  const [token, setToken] = useState<string | null>(null);
  const live = devices.filter((device) => !device.revoked);
  return (
    <Box as="section" aria-label="Bench scale">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5">
        Bench scale
      </Heading>
      {live.length === 0 ? (
        <Note>
          No scale is known. Any program may send readings with a token; one that stands in for a
          scale comes with Windcrest.
        </Note>
      ) : (
        <OnIt />
      )}
      {live.map((device) => (
        <Flex key={device.id} align="center" gap="3" py="1">
          <Text fontSize="sm" flex="1">
            {device.name}
            {device.heard
              ? `, last heard ${new Date(device.heard).toLocaleString("en-GB")}`
              : ", not heard yet"}
          </Text>
          <Button
            size="xs"
            variant="outline"
            borderColor="hairline"
            onClick={() => revoke.mutate(device.id, { onError: tellProblem })}
          >
            Shut it out
          </Button>
        </Flex>
      ))}
      {token ? (
        <Box borderWidth="1px" borderColor="clay" borderRadius="sheet" p="2" my="1.5">
          <Text fontSize="sm">Its token, shown this once:</Text>
          <Code data-token wordBreak="break-all" bg="sheetDeep" color="ink">
            {token}
          </Code>
          <Text fontSize="sm" mt="1">
            The stand-in is started with{" "}
            <Code bg="sheetDeep" color="ink">
              python -m standins.scale --server {window.location.origin} --token …
            </Code>
          </Text>
        </Box>
      ) : null}
      <Flex gap="2" mt="1">
        <Input
          size="sm"
          width="12rem"
          bg="sheet"
          aria-label="Name of the scale"
          placeholder="kitchen scale"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          disabled={!name.trim()}
          onClick={() =>
            add.mutate(name, {
              onSuccess: (made) => {
                setToken(made.token);
                setName("");
              },
              onError: tellProblem,
            })
          }
        >
          Let a scale in
        </Button>
      </Flex>
    </Box>
  );
}
