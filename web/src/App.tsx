import { Center, Flex, Spinner } from "@chakra-ui/react";
import { useEffect, useState, useSyncExternalStore } from "react";
import { Route, Routes, useLocation } from "react-router";
import { signedOut } from "./api/signedOut";
import { useMe } from "./api/useMe";
import { useRules } from "./api/useRules";
import { Asked } from "./outbox/Saved";
import { useNight } from "./ui/colourMode";
import { Failed } from "./ui/Failed";
import { Announcer } from "./ui/Announcer";
import { useFocusKept } from "./ui/useFocusKept";
import { Caught } from "./ui/Caught";
import { SignInPage } from "./ui/SignInPage";
import { TopBar } from "./ui/TopBar";
import { useSign } from "./ui/useKey";
import { UnitsContext } from "./ui/UnitsContext";
import { METRIC } from "./units/format";
import { fetchLater, later, whenIdle } from "./ui/later";

const SPIN = (
  <Center flex="1">
    <Spinner />
  </Center>
);
const ShelfPage = later(() => import("./shelf/ShelfPage").then((file) => file.ShelfPage), SPIN);
const FigurePage = later(() => import("./figure/FigurePage").then((file) => file.FigurePage), SPIN);
const BenchPage = later(() => import("./bench/BenchPage").then((file) => file.BenchPage), SPIN);
const CalendarPage = later(
  () => import("./calendar/CalendarPage").then((file) => file.CalendarPage),
  SPIN,
);
const StoresPage = later(() => import("./stores/StoresPage").then((file) => file.StoresPage), SPIN);
const RulesPage = later(() => import("./rules/RulesPage").then((file) => file.RulesPage), SPIN);
const ReckonerPage = later(
  () => import("./reckoner/ReckonerPage").then((file) => file.ReckonerPage),
  SPIN,
);
const AccountPage = later(() => import("./ui/AccountPage").then((file) => file.AccountPage), SPIN);
const AwayPage = later(() => import("./shelf/AwayPage").then((file) => file.AwayPage), SPIN);
const NowherePage = later(() => import("./ui/NowherePage").then((file) => file.NowherePage), SPIN);
const SignInAgain = later(() => import("./outbox/SignInAgain").then((file) => file.SignInAgain));
const KeysDialog = later(() => import("./ui/KeysDialog").then((file) => file.KeysDialog));

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
  const out = useSyncExternalStore(signedOut.subscribe, signedOut.snapshot);
  const path = useLocation().pathname;
  useFocusKept();
  useEffect(() => whenIdle(() => void fetchLater()), []);
  const atBench = path.startsWith("/bench/");
  useSign("?", () => setKeys(true), rules?.single_keys ?? true);
  return (
    <UnitsContext.Provider value={rules ?? METRIC}>
      <Flex direction="column" height="100dvh" overflow="hidden" data-frame>
        {atBench ? null : <TopBar onKeys={() => setKeys(true)} />}
        <Asked />
        <Caught at={path}>
          <Routes>
            <Route path="/" element={<ShelfPage />} />
            <Route path="/calendar" element={<CalendarPage />} />
            <Route path="/stores" element={<StoresPage />} />
            <Route path="/rules" element={<RulesPage />} />
            <Route path="/reckoner" element={<ReckonerPage />} />
            <Route path="/account" element={<AccountPage />} />
            <Route path="/away" element={<AwayPage />} />
            <Route path="/figures/:id/:station" element={<FigurePage />} />
            <Route path="/bench/:id" element={<BenchPage />} />
            <Route path="*" element={<NowherePage />} />
          </Routes>
        </Caught>
        {out ? <SignInAgain /> : null}
        <Announcer />
        {keys ? <KeysDialog onClose={() => setKeys(false)} /> : null}
      </Flex>
    </UnitsContext.Provider>
  );
}
