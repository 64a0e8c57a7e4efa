import { Box, chakra, Table, Text } from "@chakra-ui/react";
import { Fragment, useEffect, useRef, useState, type ReactNode } from "react";
import type { Why } from "../api/types";
import { WhyText } from "./Answer";

export interface Row {
  key: string;
  cells: ReactNode[];
  /** What a screen reader calls the row's buttons by. */
  name?: string;
  onClick?: () => void;
  chosen?: boolean;
  why?: Why;
}
interface Props {
  label: string;
  head: ReactNode[];
  rows: Row[];
  /** Columns set to the right: numbers. */
  right?: number[];
}

/** A narrow table for a panel; a row may choose its part, and may say why. */
export function PanelTable({ label, head, rows, right = [] }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const side = (i: number) => (right.includes(i) ? "right" : "left");
  const whys = rows.some((row) => row.why);
  return (
    <Sideways label={label}>
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
            {whys ? (
              <Table.ColumnHeader
                px="1"
                py="1"
                borderColor="hairline"
                color="inkSoft"
                fontSize="xs"
                fontWeight="600"
              >
                why
              </Table.ColumnHeader>
            ) : null}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map((row) => (
            <Fragment key={row.key}>
              <Table.Row
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
                    borderColor="hairline"
                    verticalAlign="top"
                    whiteSpace={right.includes(i) ? "nowrap" : undefined}
                  >
                    {row.onClick && i === 0 ? (
                      <chakra.button type="button" textAlign="left" cursor="pointer">
                        {cell}
                      </chakra.button>
                    ) : (
                      cell
                    )}
                  </Table.Cell>
                ))}
                {whys ? (
                  <Table.Cell px="1" py="1" borderColor="hairline" verticalAlign="top">
                    {row.why ? (
                      <chakra.button
                        type="button"
                        aria-label={`Why? ${row.name ?? row.key}`}
                        aria-expanded={open === row.key}
                        color="verdigris"
                        fontWeight="700"
                        px="1"
                        cursor="pointer"
                        onClick={(event) => {
                          event.stopPropagation();
                          setOpen(open === row.key ? null : row.key);
                        }}
                      >
                        ?
                      </chakra.button>
                    ) : null}
                  </Table.Cell>
                ) : null}
              </Table.Row>
              {row.why && open === row.key ? (
                <Table.Row bg="transparent">
                  <Table.Cell colSpan={head.length + 1} px="1" pt="0" pb="2" borderColor="hairline">
                    <WhyText why={row.why} />
                  </Table.Cell>
                </Table.Row>
              ) : null}
            </Fragment>
          ))}
        </Table.Body>
      </Table.Root>
    </Sideways>
  );
}

/** What is broader than its place is moved sideways by itself, and says so. */
function Sideways({ label, children }: { label: string; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const [goesOn, setGoesOn] = useState(false);
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    const look = () => setGoesOn(current.scrollWidth > current.clientWidth + 1);
    const watch = new ResizeObserver(look);
    watch.observe(current);
    return () => watch.disconnect();
  }, []);
  return (
    <>
      <Box
        ref={box}
        overflowX="auto"
        data-wide
        {...(goesOn ? { tabIndex: 0, role: "region", "aria-label": `${label}, goes on` } : {})}
      >
        {children}
      </Box>
      {goesOn ? (
        <Text fontSize="xs" color="inkSoft" textAlign="right">
          goes on to the right →
        </Text>
      ) : null}
    </>
  );
}
