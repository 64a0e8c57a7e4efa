import { Box, Table } from "@chakra-ui/react";
import type { ReactNode } from "react";

export interface Row {
  key: string;
  cells: ReactNode[];
  onClick?: () => void;
  chosen?: boolean;
}
interface Props {
  label: string;
  head: ReactNode[];
  rows: Row[];
  /** Columns set to the right: numbers. */
  right?: number[];
}

/** A narrow table for a panel; a row may choose its part. */
export function PanelTable({ label, head, rows, right = [] }: Props) {
  const side = (i: number) => (right.includes(i) ? "right" : "left");
  return (
    <Box overflowX="auto">
      <Table.Root size="sm" variant="line" aria-label={label} fontSize="sm">
        <Table.Header>
          <Table.Row bg="transparent">
            {head.map((cell, i) => (
              <Table.ColumnHeader
                key={i}
                textAlign={side(i)}
                px="1.5"
                py="1"
                color="inkSoft"
                fontSize="xs"
                fontWeight="600"
                borderColor="hairline"
              >
                {cell}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map((row) => (
            <Table.Row
              key={row.key}
              bg={row.chosen ? "claySoft" : "transparent"}
              onClick={row.onClick}
              cursor={row.onClick ? "pointer" : undefined}
              aria-selected={row.chosen}
            >
              {row.cells.map((cell, i) => (
                <Table.Cell
                  key={i}
                  textAlign={side(i)}
                  px="1.5"
                  py="1"
                  borderColor="headline"
                  verticalAlign="top"
                  whiteSpace={right.includes(i) ? "nowrap" : undefined}
                >
                  {cell}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}
