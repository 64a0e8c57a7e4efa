import { Box, Button, Flex, Link, Text } from "@chakra-ui/react";
import { NavLink, useNavigate } from "react-router";
import { useMe, useSession } from "../api/useMe";
import { Saved } from "../outbox/Saved";
import { useNight } from "./colourMode";
import { useUnits } from "./UnitsContext";

const PAGES = [
  { to: "/", label: "Shelf" },
  { to: "/calendar", label: "Calendar" },
  { to: "/stores", label: "Stores" },
  { to: "/reckoner", label: "Reckoner" },
  { to: "/rules", label: "House rules" },
];

export function TopBar({ onKeys }: { onKeys: () => void }) {
  const me = useMe().data;
  const session = useSession();
  const units = useUnits();
  const go = useNavigate();
  const [night, setNight] = useNight();
  return (
    <Flex
      as="header"
      align="center"
      gap={{ base: "2", md: "5" }}
      px="4"
      height="44px"
      borderBottomWidth="1px"
      borderColor="hairline"
      bg="sheet"
      flexShrink="0"
      overflowX="auto"
    >
      <Link
        asChild
        fontFamily="heading"
        fontSize="xl"
        fontWeight="650"
        color="ink"
        letterSpacing="-0.01em"
      >
        <NavLink to="/">
          <svg width="34" height="20" viewBox="0 0 34 20" aria-hidden="true">
            <path
              d="M1 15C7 2 10 2 14 10S21 18 33 3"
              fill="none"
              stroke="var(--chakra-colors-verdigris)"
              strokeWidth="2.6"
              strokeLinecap="round"
            />
            <circle cx="14" cy="10" r="2.6" fill="var(--chakra-colors-clay)" />
          </svg>
          Windcrest
        </NavLink>
      </Link>
      <Flex as="nav" aria-label="Pages" gap="4" flex="1">
        {PAGES.map((page) => (
          <Link
            key={page.to}
            asChild
            color="ink"
            whiteSpace="nowrap"
            _currentPage={{ color: "clay", fontWeight: 700 }}
          >
            <NavLink to={page.to} end>
              {page.label}
            </NavLink>
          </Link>
        ))}
      </Flex>
      <Text
        fontSize="sm"
        color="inkSoft"
        whiteSpace="nowrap"
        display={{ base: "none", md: "block" }}
      >
        {units.length_unit} · {units.mass_unit} · °{units.temperature_unit}
      </Text>
      <Saved />
      <Button size="xs" variant="ghost" onClick={() => setNight(!night)} aria-pressed={night}>
        {night ? "Day" : "Night"}
      </Button>
      <Button size="xs" variant="ghost" onClick={onKeys}>
        Keys <Box as="kbd">?</Box>
      </Button>
      <Link asChild fontSize="sm" color="ink" whiteSpace="nowrap">
        <NavLink to="/account">{me?.name}</NavLink>
      </Link>
      <Button
        size="xs"
        variant="outline"
        borderColor="hairline"
        onClick={() => session.mutate({ way: "out" }, { onSuccess: () => void go("/") })}
      >
        Sign out
      </Button>
    </Flex>
  );
}
