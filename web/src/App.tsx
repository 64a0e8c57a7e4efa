import { Center, Flex, Spinner } from "@chakra-ui/react";
import { Suspense, useEffect, useState } from "react";
import { Route, Routes, useLocation } from "react-router";
import { useMe } from "./api/useMe";
import { useRules } from "./api/useRules";
import { Asked } from "./outbox/Saved";
import { SignInAgain } from "./outbox/SignInAgain";
import { useNight } from "./ui/colourMode";
import { Failed } from "./ui/Failed";
import { Announcer } from "./ui/Announcer";
import { useFocusKept } from "./ui/useFocusKept";
import { Caught } from "./ui/Caught";
import { KeysDialog } from "./ui/KeysDialog";
import { SignInPage } from "./ui/SignInPage";
import { TopBar } from "./ui/TopBar";
import { useSign } from "./ui/useKey";
import { UnitsContext } from "./ui/UnitsContext";
import { METRIC } from "./units/format";
import { later, whenIdle } from "./ui/later";

const ShelfPage = later(() => import("./shelf/ShelfPage").then((file) => file.ShelfPage));
const FigurePage = later(() => import("./figure/FigurePage").then((file) => file.FigurePage));
const BenchPage = later(() => import("./bench/BenchPage").then((file) => file.BenchPage));
const CalendarPage = later(() =>
  import("./calendar/CalendarPage").then((file) => file.CalendarPage),
);
const StoresPage = later(() => import("./stores/StoresPage").then((file) => file.StoresPage));
const RulesPage = later(() => import("./rules/RulesPage").then((file) => file.RulesPage));
const ReckonerPage = later(() =>
  import("./reckoner/ReckonerPage").then((file) => file.ReckonerPage),
);
const AccountPage = later(() => import("./ui/AccountPage").then((file) => file.AccountPage));
const AwayPage = later(() => import("./shelf/AwayPage").then((file) => file.AwayPage));
const NowherePage = later(() => import("./ui/NowherePage").then((file) => file.NowherePage));
const PAGES = [FigurePage, BenchPage, CalendarPage, StoresPage, RulesPage, ReckonerPage, ShelfPage];

export function App() {
  const me = useMe();
  useNight();
  if (me.error && !me.data) return <Failed error={me.error} again={me.refetch} />;
  if (!me.data)
    return (
      <Center height="100%">
        <Spinner />
      </Center>
    );
  return me.data.name ? <Bench /> : <SignInPage />;
}

function Bench() {
  const rules = useRules().data?.rules;
  const [keys, setKeys] = useState(false);
  const path = useLocation().pathname;
  useFocusKept();
  useEffect(
    () =>
      whenIdle(() => void Promise.all(PAGES.map((page) => page.fetch())).catch(() => undefined)),
    [],
  );
  const atBench = path.startsWith("/bench/");
  useSign("?", () => setKeys(true), rules?.single_keys ?? true);
  return (
    <UnitsContext.Provider value={rules ?? METRIC}>
      <Flex direction="column" height="100dvh" overflow="hidden" data-frame>
        {atBench ? null : <TopBar onKeys={() => setKeys(true)} />}
        <Asked />
        <Caught at={path}>
          <Suspense
            fallback={
              <Center flex="1">
                <Spinner />
              </Center>
            }
          >
            <Routes>
              <Route path="/" element={<ShelfPage.Shown />} />
              <Route path="/calendar" element={<CalendarPage.Shown />} />
              <Route path="/stores" element={<StoresPage.Shown />} />
              <Route path="/rules" element={<RulesPage.Shown />} />
              <Route path="/reckoner" element={<ReckonerPage.Shown />} />
              <Route path="/account" element={<AccountPage.Shown />} />
              <Route path="/away" element={<AwayPage.Shown />} />
              <Route path="/figures/:id/:station" element={<FigurePage.Shown />} />
              <Route path="/bench/:id" element={<BenchPage.Shown />} />
              <Route path="*" element={<NowherePage.Shown />} />
            </Routes>
          </Suspense>
        </Caught>
        <SignInAgain />
        <Announcer />
        <KeysDialog open={keys} onClose={() => setKeys(false)} />
      </Flex>
    </UnitsContext.Provider>
  );
}
