import { Waiting } from "../ui/Waiting";
import { Box, Button, Flex, Heading, Image, Stack, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, data } from "../api/client";
import { Note } from "../ui/fields";
import { notices, tellProblem } from "../ui/notices";
import { useTitle } from "../ui/useTitle";
import { useUnits } from "../ui/UnitsContext";
import { length } from "../units/format";
import { keys } from "../api/keys";

const when = (moment: string) =>
  new Date(moment).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" });

const useAway = () =>
  useQuery({ queryKey: keys.away, queryFn: () => data(client.GET("/api/v1/away")) });

function useBringBack() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ figure, entry }: { figure: string; entry?: number }) =>
      entry === undefined
        ? data(
            client.POST("/api/v1/figures/{figure_id}/restore", {
              params: { path: { figure_id: figure } },
            }),
          )
        : data(
            client.POST("/api/v1/figures/{figure_id}/log/{entry_id}/restore", {
              params: { path: { figure_id: figure, entry_id: entry } },
            }),
          ),
    onSuccess: () => {
      for (const queryKey of [keys.away, keys.shelf, keys.logs])
        void queries.invalidateQueries({ queryKey });
    },
    onError: tellProblem,
  });
}

/** Figures taken off the shelf and entries taken out of a log, each with the way back. */
export function AwayPage() {
  useTitle("Put away");
  const away = useAway();
  const bring = useBringBack();
  const units = useUnits();
  if (!away.data) return <Waiting on={[away]} words="Looking in the cupboard…" />;
  const back = (what: string, to: { figure: string; entry?: number }) =>
    bring.mutate(to, {
      onSuccess: () => notices.create({ type: "success", title: `${what} is back.` }),
    });
  return (
    <Box as="main" flex="1" overflowY="auto" px={{ base: "4", md: "8" }} py="5">
      <Heading as="h1" size="2xl">
        Put away
      </Heading>
      <Text color="inkSoft" mb="5" maxWidth="60ch">
        Nothing is thrown away: a figure comes back with its log and its history.
      </Text>
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5" maxWidth="40rem">
        Figures
      </Heading>
      {away.data.figures.length === 0 ? <Note>No figure was taken off the shelf.</Note> : null}
      <Stack as="ul" gap="2" mb="6" maxWidth="40rem">
        {away.data.figures.map((figure) => (
          <Row
            key={figure.id}
            name={figure.name}
            onBack={() => back(figure.name, { figure: figure.id })}
          >
            {length(figure.height_mm, units)}, taken off {when(figure.put_away)}
          </Row>
        ))}
      </Stack>
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5" maxWidth="40rem">
        Entries of logs
      </Heading>
      {away.data.entries.length === 0 ? <Note>No entry was taken out of a log.</Note> : null}
      <Stack as="ul" gap="2" maxWidth="40rem">
        {away.data.entries.map((entry) => (
          <Row
            key={entry.id}
            name={entry.text || "Photograph without a caption"}
            picture={
              entry.has_picture
                ? `/api/v1/figures/${entry.figure_id}/log/${entry.id}/picture?small=true`
                : undefined
            }
            onBack={() => back("The entry", { figure: entry.figure_id, entry: entry.id })}
          >
            {entry.figure}, taken out {when(entry.taken_out)}
          </Row>
        ))}
      </Stack>
    </Box>
  );
}

interface RowProps {
  name: string;
  picture?: string;
  onBack: () => void;
  children: React.ReactNode;
}

function Row({ name, picture, onBack, children }: RowProps) {
  return (
    <Flex as="li" gap="3" align="center" borderBottomWidth="1px" borderColor="hairline" py="1.5">
      {picture ? <Image src={picture} alt="" loading="lazy" width="64px" maxHeight="64px" /> : null}
      <Box flex="1" minWidth="0">
        <Text lineClamp={2}>{name}</Text>
        <Text fontSize="sm" color="inkSoft">
          {children}
        </Text>
      </Box>
      <Button size="sm" variant="outline" onClick={onBack} aria-label={`Bring back ${name}`}>
        Bring it back
      </Button>
    </Flex>
  );
}
