import { Box, chakra } from "@chakra-ui/react";
import { Fragment } from "react";
import { STATIONS, TITLES, type Plan, type StationName } from "../api/types";
import { tint } from "../theme";

interface Props {
  plan: Plan;
  at: StationName | "log";
  onGo: (station: StationName | "log") => void;
}

const STEP = 100;
const bendY = (index: number) => (index % 2 === 0 ? 15 : 21);

/** One wire with a bend at each station: done, now, held up by a finding, untouched. */
export function WorkLine({ plan, at, onGo }: Props) {
  const states = plan.line;
  return (
    <Box as="nav" aria-label="Stations" overflow="clip">
      <Box position="relative" height="54px">
        <svg
          viewBox="0 0 800 36"
          width="100%"
          height="34"
          preserveAspectRatio="none"
          aria-hidden="true"
          style={{ position: "absolute", top: 0 }}
        >
          {states.slice(1).map((state, i) => (
            <line
              key={state.station}
              x1={STEP * (i + 0.5)}
              y1={bendY(i)}
              x2={STEP * (i + 1.5)}
              y2={bendY(i + 1)}
              stroke={tint(states[i]?.state === "done" ? "verdigris" : "hairline")}
              strokeWidth={states[i]?.state === "done" ? 4 : 2.5}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
        {STATIONS.map((name, i) => {
          const state = states[i];
          const here = name === at;
          const held = (state?.stops ?? 0) > 0;
          const words = `${TITLES[name]}: ${held ? "held up by a finding" : state?.state === "done" ? "done" : state?.state === "now" ? "next" : "untouched"}`;
          return (
            <Fragment key={name}>
              <chakra.button
                type="button"
                onClick={() => onGo(name)}
                aria-current={here ? "page" : undefined}
                title={words}
                aria-label={words}
                position="absolute"
                left={`${12.5 * (i + 0.5)}%`}
                transform="translateX(-50%)"
                top="0"
                height="54px"
                width="12%"
                cursor="pointer"
              >
                <svg
                  width="30"
                  height="32"
                  viewBox="0 0 30 32"
                  style={{ margin: "0 auto", display: "block" }}
                  aria-hidden="true"
                >
                  <g transform={`translate(15 ${bendY(i) - 1})`}>
                    {held ? (
                      <rect
                        x={-7}
                        y={-7}
                        width={14}
                        height={14}
                        transform="rotate(45)"
                        fill={tint("stop")}
                        stroke={tint("paper")}
                        strokeWidth={2}
                      />
                    ) : (
                      <circle
                        r={state?.state === "later" ? 5 : 7}
                        fill={tint(state?.state === "done" ? "verdigris" : "sheet")}
                        stroke={tint(state?.state === "later" ? "inkSoft" : "verdigris")}
                        strokeWidth={2}
                      />
                    )}
                    {state?.state === "now" && !held ? (
                      <circle r={3} fill={tint("verdigris")} />
                    ) : null}
                    {here ? (
                      <circle r={12} fill="none" stroke={tint("clay")} strokeWidth={1.5} />
                    ) : null}
                  </g>
                </svg>
                <chakra.span
                  fontSize="sm"
                  lineHeight="1"
                  whiteSpace="nowrap"
                  display={{ base: here ? "inline" : "none", sm: "inline" }}
                  fontWeight={here ? 700 : 400}
                  color={here ? "clay" : "ink"}
                  borderBottomWidth={here ? "2px" : "0"}
                  borderColor="clay"
                >
                  {TITLES[name]}
                </chakra.span>
              </chakra.button>
            </Fragment>
          );
        })}
      </Box>
    </Box>
  );
}
