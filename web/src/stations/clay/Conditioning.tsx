import { chakra, Stack, Text } from "@chakra-ui/react";
import { Note } from "../../ui/fields";

const ADVICE: [string, string][] = [
  [
    "Too soft",
    "Press it flat between plain paper for an hour or a night: the paper draws softener out. Or " +
      "chill it, bagged, and let it come back to room temperature before it is unbagged, or water " +
      "beads on it.",
  ],
  [
    "Too firm",
    "Warm it in the hand or against the body, cut it small, roll and fold. If it still crumbles add " +
      "clay softener by the drop, about 1 to 3 % of its weight (assumed), and fold it in until even.",
  ],
  [
    "Old",
    "Chop it, add a little softener or soft clay of the same kind, rest it a night. What cracks when " +
      "a rolled sheet is bent goes into cores, not into thin parts.",
  ],
];

/** What to do with clay that is not as it should be. */
export function Conditioning() {
  return (
    <chakra.details>
      <chakra.summary cursor="pointer" fontSize="sm" color="verdigris" fontWeight="600">
        Conditioning: too soft, too firm, old
      </chakra.summary>
      <Stack gap="1.5" mt="1.5">
        {ADVICE.map(([when, what]) => (
          <Text key={when} fontSize="sm">
            <b>{when}.</b> {what}
          </Text>
        ))}
        <Note>The maker's own advice stands above this.</Note>
      </Stack>
    </chakra.details>
  );
}
