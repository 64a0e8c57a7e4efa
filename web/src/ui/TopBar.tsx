import { Box, Button, Flex, Link, Text } from "@chakra-ui/react";
import { NavLink, useNavigate } from "react-router";
import { useMe } from "../api/useMe";
import { Saved } from "../outbox/Saved";
import { useNight } from "./colourMode";
import { useSignOut } from "./SignOut";
import { later } from "./later";
import { useUnits } from "./UnitsContext";

const MoreMenu = later(
  () => import("./MoreMenu").then((file) => file.MoreMenu),
  <Button size="sm" variant="outline" borderColor="hairline" disabled>
    More
  </Button>,
);

const PAGES = [
  { to: "/", label: "Shelf" },
  { to: "/calendar", label: "Calendar" },
  { to: "/stores", label: "Stores" },
  { to: "/reckoner", label: "Reckoner" },
  { to: "/rules", label: "House rules" },
];

/** Pages, whether everything is saved, and the rest: in a menu where the page is narrow. */
export function TopBar({ onKeys }: { onKeys: () => void }) {
  const me = useMe().data;
  const units = useUnits();
  const go = useNavigate();
  const [night, setNight] = useNight();
  const signOut = useSignOut();
  return (
    <Flex
      as="header"
      align="center"
      wrap={{ base: "wrap", lg: "nowrap" }}
      columnGap={{ base: "3", lg: "5" }}
      px="4"
      minHeight="44px"
      borderBottomWidth="1px"
      borderColor="hairline"
      bg="sheet"
      flexShrink="0"
    >
      <SkipLink />
      <Link
        asChild
        fontFamily="heading"
        fontSize="xl"
        fontWeight="650"
        color="ink"
        letterSpacing="-0.01em"
        minHeight="40px"
        flex={{ base: "1", lg: "0 0 auto" }}
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
      <Flex
        as="nav"
        aria-label="Pages"
        columnGap="4"
        wrap="wrap"
        flex={{ lg: "1" }}
        order={{ base: 9, lg: 0 }}
        width={{ base: "100%", lg: "auto" }}
      >
        {PAGES.map((page) => (
          <Link
            key={page.to}
            asChild
            color="ink"
            whiteSpace="nowrap"
            minHeight="32px"
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
        display={{ base: "none", xl: "block" }}
      >
        {units.length_unit} · {units.mass_unit} · °{units.temperature_unit}
      </Text>
      <Saved />
      <Flex align="center" gap="3" display={{ base: "none", lg: "flex" }}>
        <Button size="xs" variant="ghost" onClick={() => setNight(!night)} aria-pressed={night}>
          {night ? "Day" : "Night"}
        </Button>
        <Button size="xs" variant="ghost" onClick={onKeys}>
          Keys <Box as="kbd">?</Box>
        </Button>
        <Link asChild fontSize="sm" color="ink" maxWidth="9rem">
          <NavLink to="/account">
            <Text as="span" truncate>
              {me?.name}
            </Text>
          </NavLink>
        </Link>
        <Button size="xs" variant="outline" borderColor="hairline" onClick={signOut.ask}>
          Sign out
        </Button>
      </Flex>
      <Box hideFrom="lg">
        <MoreMenu
          items={[
            { value: "account", label: `${me?.name}: account`, deed: () => void go("/account") },
            { value: "night", label: night ? "Day" : "Night", deed: () => setNight(!night) },
            { value: "keys", label: "Keys", deed: onKeys },
            { value: "out", label: "Sign out", deed: signOut.ask },
          ]}
        />
      </Box>
      {signOut.dialog}
    </Flex>
  );
}

/** From the top of the page to what it is about, for whoever goes by keys. */
export function SkipLink() {
  const skip = () => {
    const main = document.querySelector<HTMLElement>("main");
    if (!main) return;
    main.tabIndex = -1;
    main.focus();
  };
  return (
    <Button
      size="sm"
      position="fixed"
      top="1"
      left="1"
      zIndex="skipNav"
      bg="ink"
      color="paper"
      transform="translateY(-200%)"
      _focus={{ transform: "none" }}
      onClick={skip}
    >
      Skip to the page
    </Button>
  );
}
