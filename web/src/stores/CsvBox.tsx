import { Box, Button, chakra, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useStockChanges } from "../api/useStock";
import { Problem, type Fault } from "../api/client";
import type { Change } from "../api/types";
import { Note } from "../ui/fields";
import { faultText } from "../ui/useDraft";
import { PanelTable } from "../ui/Table";

interface Told {
  file: File;
  rows: Change[];
}
const SHOWN = 200;

/** Stores as CSV, out and in; what a file would change is shown before it is taken. */
export function CsvBox() {
  const { importCsv, takeImportBack } = useStockChanges();
  const input = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState<Told | null>(null);
  const [faults, setFaults] = useState<Fault[]>([]);
  const [wrong, setWrong] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const [taken, setTaken] = useState<number | null>(null);
  const read = async (file: File, dryRun: boolean) => {
    setWrong(null);
    setFaults([]);
    setDone(null);
    setTaken(null);
    try {
      const { rows, taken: id } = await importCsv.mutateAsync({ file, dryRun });
      setTold(dryRun ? { file, rows } : null);
      setTaken(id);
      if (!dryRun) setDone(`${rows.filter((row) => row.what !== "as it is").length} lots taken.`);
    } catch (error) {
      setTold(null);
      if (error instanceof Problem) setFaults(error.faults);
      setWrong(error instanceof Problem ? error.message : faultText(error));
    }
  };
  const takeBack = async (id: number) => {
    setTaken(null);
    try {
      await takeImportBack.mutateAsync(id);
      setDone("The file is taken back; what was changed by hand since stands.");
    } catch (error) {
      setDone(null);
      setWrong(faultText(error));
    }
  };
  const moved = told?.rows.filter((row) => row.what !== "as it is") ?? [];
  return (
    <Box as="section" aria-label="CSV in and out" maxWidth="56rem" mt="6">
      <Heading as="h2" size="md" borderTopWidth="2px" borderColor="ink" pt="1.5" mb="2">
        In and out
      </Heading>
      <Flex gap="4" wrap="wrap" align="center">
        <Link href="/api/v1/stock.csv" color="verdigris" fontWeight="600">
          All lots as CSV
        </Link>
        <Link href="/api/v1/stock/movements.csv" color="verdigris" fontWeight="600">
          All movements as CSV
        </Link>
        <Button
          size="sm"
          variant="outline"
          borderColor="hairline"
          loading={importCsv.isPending}
          onClick={() => input.current?.click()}
        >
          Read a CSV of lots…
        </Button>
        <chakra.input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          aria-label="A CSV file of lots"
          display="none"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) void read(file, true);
          }}
        />
      </Flex>
      <Note>
        Columns kind, item, label, lot, left, unit, bought, price, opened_on, best_before, low_at;
        UTF-8, commas between, a point in numbers. A column that is not there changes nothing;
        nothing is ever removed by a file.
      </Note>
      {wrong ? (
        <Box role="alert" color="stop" fontSize="sm" mt="1">
          <Text>Nothing was taken. {wrong}</Text>
          {faults.slice(1, 12).map((fault) => (
            <Text key={`${fault.path} ${fault.value}`}>
              {fault.path}: {fault.value || "(nothing)"}; {fault.allowed}
            </Text>
          ))}
        </Box>
      ) : null}
      {done ? (
        <Flex gap="3" align="center" fontSize="sm">
          <Text role="status">{done}</Text>
          {taken === null ? null : (
            <Button size="xs" variant="outline" onClick={() => void takeBack(taken)}>
              Take the file back
            </Button>
          )}
        </Flex>
      ) : null}
      {told ? (
        <Box mt="2" borderWidth="1px" borderColor="clay" borderRadius="sheet" p="3">
          <Text mb="1">
            {moved.length === 0
              ? "This file changes nothing."
              : `Of ${told.rows.length} lots in “${told.file.name}”, ${moved.length} would change:`}
          </Text>
          {moved.length ? (
            <PanelTable
              label="What the file would change"
              head={["row", "thing", "lot", "what", "there now", "then"]}
              right={[4, 5]}
              rows={moved.slice(0, SHOWN).map((row) => ({
                key: String(row.row),
                cells: [
                  row.row,
                  row.label,
                  row.lot,
                  whatWords(row),
                  row.before === null ? "–" : `${row.before} ${row.unit}`,
                  `${row.after} ${row.unit}`,
                ],
              }))}
            />
          ) : null}
          {moved.length > SHOWN ? <Note>and {moved.length - SHOWN} more</Note> : null}
          <Flex gap="2" mt="2">
            {moved.length ? (
              <Button
                size="sm"
                bg="clay"
                color="onClay"
                loading={importCsv.isPending}
                onClick={() => void read(told.file, false)}
              >
                Take it
              </Button>
            ) : null}
            <Button
              size="sm"
              variant="outline"
              borderColor="hairline"
              onClick={() => setTold(null)}
            >
              {moved.length ? "Leave it" : "Good"}
            </Button>
          </Flex>
        </Box>
      ) : null}
    </Box>
  );
}

/** What would happen to a lot, detail by detail. */
function whatWords(row: Change): string {
  const details = row.fields.map(
    (field) => `${field.field}: ${field.before || "none"} → ${field.after || "none"}`,
  );
  return [row.what === "other details" ? "" : row.what, ...details].filter(Boolean).join("; ");
}
