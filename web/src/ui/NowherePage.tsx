import { Button, Center, Stack, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { useTitle } from "./useTitle";

/** The way back to the shelf. */
export const ToShelf = () => (
  <Button asChild variant="outline" borderColor="hairline">
    <Link to="/">Back to the shelf</Link>
  </Button>
);

/** An address that leads nowhere. */
export function NowherePage({ figure }: { figure?: string }) {
  useTitle("Nothing here");
  return (
    <Center as="main" flex="1" p="6">
      <Stack gap="3" align="start">
        <Text fontWeight="600">There is no page at this address.</Text>
        <Stack direction="row" gap="3">
          {figure ? (
            <Button asChild bg="verdigris" color="onClay">
              <Link to={`/figures/${figure}/character`}>To this figure</Link>
            </Button>
          ) : null}
          <ToShelf />
        </Stack>
      </Stack>
    </Center>
  );
}
