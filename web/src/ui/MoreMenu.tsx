import { Button, Menu, Portal } from "@chakra-ui/react";

interface Props {
  items: { value: string; label: string; deed: () => void }[];
}

/** What has no room at the top of a narrow page. */
export function MoreMenu({ items }: Props) {
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button size="sm" variant="outline" borderColor="hairline">
          More
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="sheet" color="ink">
            {items.map((item) => (
              <Menu.Item key={item.value} value={item.value} onClick={item.deed}>
                {item.label}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
