import { Checkbox, Heading, Link, Stack } from "@chakra-ui/react";
import { useBench } from "../../api/useBench";
import { set, useFigurePage } from "../../figure/useFigurePage";
import { across, length } from "../../units/format";
import { Answer, WhyFold } from "../../ui/Answer";
import { ChoiceField, MeasureField, Note } from "../../ui/fields";
import { tellProblem } from "../../ui/notices";
import { useUnits } from "../../ui/UnitsContext";

export function FinishPanel() {
  const { plan, figure, change, apply } = useFigurePage();
  const bench = useBench(figure.id);
  const units = useUnits();
  const base = figure.sheet.base;
  const measure = (key: "width_mm" | "depth_mm" | "thickness_mm", label: string) => (
    <MeasureField
      key={key}
      label={label}
      mm={base[key]}
      onCommit={(text) => change(label, [set(`base/${key}`, text)])}
    />
  );
  return (
    <Stack gap="3">
      <ChoiceField
        label="Base"
        value={base.shape}
        options={[
          { value: "round", label: "round" },
          { value: "rectangle", label: "rectangle" },
        ]}
        onChange={(shape) => apply("Shape of the base", [set("base/shape", shape)])}
      />
      {measure("width_mm", "Base width")}
      {measure("depth_mm", "Base depth")}
      {measure("thickness_mm", "Base thickness")}
      <Answer label="Least base" q={plan.finish.least_base} />
      <Answer label={`Tips ${plan.frame.tips_towards}`} q={plan.frame.tips_at} />
      <Heading size="sm">Peg holes</Heading>
      {plan.frame.pegs.length ? (
        <Stack as="ol" gap="1" pl="5" fontSize="sm" listStyleType="decimal">
          {plan.frame.pegs.map((peg) => (
            <li key={`${peg.label} ${peg.right_mm} ${peg.forward_mm}`}>
              {peg.label}: {length(Math.abs(peg.right_mm), units)} to its{" "}
              {peg.right_mm < 0 ? "left" : "right"}, {length(Math.abs(peg.forward_mm), units)}{" "}
              {peg.forward_mm < 0 ? "back" : "forward"}; drill{" "}
              <b>{across(peg.hole_mm, units, 1)}</b>, {length(peg.depth_mm, units)} deep
            </li>
          ))}
        </Stack>
      ) : (
        <Note>No peg reaches the base in this pose.</Note>
      )}
      <WhyFold why={plan.finish.pegs_why} of="peg holes" />
      <Heading size="sm">Before it is called done</Heading>
      <Stack gap="1.5">
        {plan.finish.checklist.map((item) => (
          <Checkbox.Root
            key={item.key}
            size="sm"
            alignItems="start"
            checked={item.done}
            onCheckedChange={({ checked }) =>
              void bench.tick(item.key, checked === true).catch(tellProblem)
            }
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control borderColor="inkSoft" mt="0.5" />
            <Checkbox.Label fontWeight="400">{item.label}</Checkbox.Label>
          </Checkbox.Root>
        ))}
      </Stack>
      {figure.finished ? (
        <Link
          href={`/api/v1/figures/${figure.id}/finished-plan`}
          color="verdigris"
          fontSize="sm"
          alignSelf="start"
        >
          Its plan as it was finished (JSON)
        </Link>
      ) : null}
    </Stack>
  );
}
