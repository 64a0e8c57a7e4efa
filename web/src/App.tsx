import { Center, Flex, Spinner } from "@chakra-ui/react";
import { useState } from "react";
import { Route, Routes, useLocation } from "react-router";
import { useMe } from "./api/useMe";
import { useRules } from "./api/useRules";
import { BenchPage } from "./bench/BenchPage";
import { CalendarPage } from "./calendar/CalendarPage";
import { FigurePage } from "./figure/FigurePage";
import { ReckonerPage } from "./reckoner/ReckonerPage";
import { RulesPage } from "./rules/RulesPage";
import { ShelfPage } from "./shelf/ShelfPage";
import { StoresPage } from "./stores/StoresPage";
import { Asked } from "./outbox/Saved";
import { SignInAgain } from "./outbox/SignInAgain";
import { AwayPage } from "./shelf/AwayPage";
import { AccountPage } from "./ui/AccountPage";
import { useNight } from "./ui/colourMode";
import { Failed } from "./ui/Failed";
import { NowherePage } from "./ui/NowherePage";
import { Announcer } from "./ui/Announcer";
import { useFocusKept } from "./ui/useFocusKept";
import { Caught } from "./ui/Caught";
import { KeysDialog } from "./ui/KeysDialog";
import { SignInPage } from "./ui/SignInPage";
import { TopBar } from "./ui/TopBar";
import { useSign } from "./ui/useKey";
import { UnitsContext } from "./ui/UnitsContext";
import { METRIC } from "./units/format";

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
        <SignInAgain />
        <Announcer />
        <KeysDialog open={keys} onClose={() => setKeys(false)} />
      </Flex>
    </UnitsContext.Provider>
  );
}
