"""What is measured: prints a table and writes docs/benchmarks.md. Run on a quiet machine."""

from __future__ import annotations

import gzip
import json
import math
import os
import platform
import sqlite3
import statistics
import subprocess
import time
from collections import Counter
from collections.abc import Callable
from datetime import date
from pathlib import Path

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

import sys

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

import numpy as np  # noqa: E402
from bench_bake import check_ms, live_page_ms, ordering_ms, pooling_ms, probes, reach_ms  # noqa: E402
from bench_crowd import me_while_dragging_ms  # noqa: E402
from bench_lists import lists_ms  # noqa: E402
from bench_pages import panels_ms, plan_kb, worker_mb  # noqa: E402
from bench_paint import paint_rows  # noqa: E402
from bench_server import CHROMIUM, demo_server  # noqa: E402
from check_fixes import BROKEN, swept  # noqa: E402
from playwright.sync_api import Page, sync_playwright  # noqa: E402

from server.quiet import quieten  # noqa: E402
from windcrest_core.bake.cure import fusion, scorch  # noqa: E402
from windcrest_core.bake.heat import LIMB, STEP_S, HeatBody, _modes, temperatures  # noqa: E402
from windcrest_core.bake.oven import air_c  # noqa: E402
from windcrest_core.body.workpiece import workpiece  # noqa: E402
from windcrest_core.bulk.walls import walls  # noqa: E402
from windcrest_core.catalogue import catalogue  # noqa: E402
from windcrest_core.character.library import add_from_library  # noqa: E402
from windcrest_core.colour.recipes import nearest  # noqa: E402
from windcrest_core.findings import Operation  # noqa: E402
from windcrest_core.frame.station import frame_plan  # noqa: E402
from windcrest_core.given.load import Context  # noqa: E402
from windcrest_core.given.oven import Oven  # noqa: E402
from windcrest_core.given.progress import Progress  # noqa: E402
from windcrest_core.given.stores import Stores  # noqa: E402
from windcrest_core.measures import Units  # noqa: E402
from windcrest_core.new_figure import BODIES, new_sheet  # noqa: E402
from windcrest_core.plan import plan  # noqa: E402
from windcrest_core.prints.layout_map import layout_map  # noqa: E402
from windcrest_core.prints.map_pages import map_pdf  # noqa: E402
from windcrest_core.prints.page import Printing, heading_of  # noqa: E402
from windcrest_core.sheet import FigureSheet, load_sheet  # noqa: E402
from windcrest_core.sheet.edits import apply_edits  # noqa: E402
from windcrest_core.sheet.forms import WIRE  # noqa: E402
from windcrest_core.sheet.joints import joint_ranges  # noqa: E402
from windcrest_core.tests.sheets_printed import every_sheet  # noqa: E402

TODAY = date(2026, 7, 1)
Row = tuple[str, float, float, str]


def median_ms(work: Callable[[int], object], times: int = 25) -> float:
    """Of the processor, which others on the machine disturb less than the clock."""
    work(-1)
    taken = []
    for turn in range(times):
        start = time.process_time()
        work(turn)
        taken.append((time.process_time() - start) * 1000)
    return statistics.median(taken)


def baseline_ms() -> float:
    """A fixed piece of numpy and Python work, so that machines can be compared by ratio."""
    rng = np.random.default_rng(0)
    field = rng.random((200, 200, 12), dtype=np.float32)

    def work(_: int) -> float:
        total = 0.0
        for _ in range(20):
            total += float(np.sqrt(field * field + 1).sum())
        return total + sum(i * i for i in range(60_000))

    return median_ms(work, 15)


def ferrywoman() -> FigureSheet:
    return load_sheet(json.loads((ROOT / "examples" / "ferrywoman.figure.json").read_text()))


def sixty(sheet: FigureSheet) -> FigureSheet:
    return with_parts(sheet, 60)


def with_parts(sheet: FigureSheet, count: int) -> FigureSheet:
    """The ferrywoman with as many buttons as make so many parts."""
    operations = []
    for n in range(count - len(sheet.parts)):
        row, step = divmod(n, 6)
        ring, deeper = row % 8, 0.01 * (row // 8)
        operations.append(
            Operation(
                path=f"part/button_{n}",
                value={
                    "id": f"button_{n}",
                    "label": f"button {n}",
                    "bone": "waist",
                    "layer": 2,
                    "meeting": {"kind": "lay", "hosts": ["chest"]},
                    "form": WIRE,
                    "shape": {
                        "kind": "ellipsoid",
                        "semi_axes": [0.012, 0.01, 0.012],
                        "centre": [0.03 * step - 0.08, 0.08, 0.1 + 0.13 * ring + deeper],
                    },
                },
            )
        )
    return apply_edits(sheet, operations)[0]


def dressed(sheet: FigureSheet, *items: str) -> FigureSheet:
    """The same in cloth of the library."""
    for item in items:
        sheet = apply_edits(sheet, add_from_library(sheet, item, None))[0]
    return sheet


def coverings_ms(sheet: FigureSheet) -> float:
    """What six coverings add to placing and weighing a figure that was posed anew, ms."""

    def placed_ms(worn: FigureSheet) -> float:
        sheets = [moved(worn, "shoulder_r", turn) for turn in range(-1, 25)]
        return median_ms(lambda turn: workpiece(sheets[turn + 1], Context(), Progress()))

    return placed_ms(dressed(sheet, "coat", "skirt", "skirt", "fur", "scales")) - placed_ms(sheet)


def moved(sheet: FigureSheet, joint: str, turn: int) -> FigureSheet:
    """Another pose each time, so that nothing is remembered from the plan before."""
    value = 10.0 + 0.5 * (turn % 40)
    return apply_edits(sheet, [Operation(path=f"joint/{joint}/swing_deg", value=value)])[0]


def plan_ms(sheet: FigureSheet, joint: str = "shoulder_r") -> float:
    sheets = [moved(sheet, joint, turn) for turn in range(-1, 25)]
    return median_ms(lambda turn: plan(sheets[turn + 1], Context(), Progress(), TODAY))


def named_ms(sheet: FigureSheet) -> float:
    """Another name each time, which no station but the last reads."""
    sheets = [
        apply_edits(sheet, [Operation(path="name", value=f"Figure {n}")])[0] for n in range(26)
    ]
    return median_ms(lambda turn: plan(sheets[turn + 1], Context(), Progress(), TODAY))


def cold_ms(sheet: FigureSheet) -> float:
    """Another height each time, so that no body is known."""
    sheets = [
        apply_edits(sheet, [Operation(path="height_mm", value=300.0 + 1.7 * n)])[0]
        for n in range(12)
    ]
    return median_ms(lambda turn: plan(sheets[turn + 1], Context(), Progress(), TODAY), 11)


def power(parts: tuple[int, int], ms: tuple[float, float]) -> float:
    """The power of the number of parts that the time grows by."""
    return math.log(ms[1] / ms[0]) / math.log(parts[1] / parts[0])


def command_s() -> float:
    """`manage.py plan` of the ferrywoman, by the clock, s."""
    command = [sys.executable, "manage.py", "plan", "examples/ferrywoman.figure.json"]
    bytecode = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}
    taken = []
    for _ in range(6):
        start = time.perf_counter()
        subprocess.run(command, cwd=ROOT, env=bytecode, stdout=subprocess.DEVNULL, check=True)
        taken.append(time.perf_counter() - start)
    return statistics.median(taken[1:])


def slowest_body() -> tuple[str, float]:
    """The body plan whose new figure takes longest to plan with a limb in another pose, ms."""
    taken = {}
    for body in BODIES:
        sheet = new_sheet("x", body, 300.0)
        taken[body] = plan_ms(sheet, list(joint_ranges(sheet.body))[-1])
    return max(taken.items(), key=lambda row: row[1])


def frame_ms(sheet: FigureSheet) -> float:
    """Runs, wires, cutting and standing of a 60-part figure with 12 runs and every wire owned."""
    given = Context(stores=Stores(wires=list(catalogue().wires)))
    more = [
        Operation(
            path=f"run/in_button_{n}",
            value={
                "id": f"in_button_{n}",
                "label": f"button {n}",
                "path": ["waist"],
                "into": f"button_{n}",
                "start": "anchor",
                "end": "cut",
            },
        )
        for n in range(12 - len(sheet.runs))
    ]
    wired = apply_edits(sheet, more)[0]
    works = [
        workpiece(moved(wired, "shoulder_r", turn), given, Progress()) for turn in range(-1, 25)
    ]
    return median_ms(lambda turn: frame_plan(works[turn + 1]))


def wall_map_ms(sheet: FigureSheet) -> float:
    """The wall of clay on both elevations, each time of another pose."""
    works = [
        workpiece(moved(sheet, "shoulder_r", turn), Context(), Progress()) for turn in range(-1, 25)
    ]
    return median_ms(lambda turn: walls(works[turn + 1]))


def layout_map_ms(sheet: FigureSheet) -> float:
    """The layout map of a figure from its sheet to the bytes of the PDF, ms."""
    tall = [apply_edits(sheet, [Operation(path="height_mm", value=400.0 + n)])[0] for n in range(6)]

    def work(turn: int) -> bytes:
        found = plan(tall[turn + 1], Context(), Progress(), TODAY)
        heading = heading_of(found, "Layout map", "scale 1:1", Printing())
        return map_pdf(layout_map(found, Units()), heading, Printing())

    return median_ms(work, 5)


def slowest_sheet(sheet: FigureSheet) -> tuple[str, float]:
    """The sheet that takes longest of a planned figure, and how long, ms."""
    found = plan(sheet, Context(), Progress(), TODAY)
    took = {
        name: median_ms(lambda _, printed=printed: printed(), 3)  # type: ignore[misc]
        for name, printed in every_sheet(sheet, found, Printing())
    }
    return max(took.items(), key=lambda row: row[1])


def bake_ms() -> float:
    bodies = [HeatBody(LIMB, 4 + 0.3 * i, (i % 3) * 4.0) for i in range(30)]
    air = air_c(Oven(), 135, 120)
    label = np.full(30, 135.0)

    def work(_: int) -> None:
        _modes.cache_clear()
        found = temperatures(bodies, air, 14)
        fusion(found.core_c, label, STEP_S)
        scorch(found.surface_c, STEP_S)

    return median_ms(work)


def recipe_ms() -> float:
    paints = tuple(catalogue().paints)
    rng = np.random.default_rng(3)
    targets = [tuple(int(v) for v in rng.integers(20, 235, 3)) for _ in range(26)]
    nearest(targets[0], paints)
    return median_ms(lambda turn: nearest(targets[turn + 1], paints))  # type: ignore[arg-type]


def first_load_kb() -> float:
    """Gzipped bytes of what the first page asks for: page, script, styles, two fonts."""
    dist = ROOT / "web" / "dist"
    html = (dist / "index.html").read_text(encoding="utf-8")
    named = [dist / "index.html"]
    named += [p for p in (dist / "assets").iterdir() if p.name in html]
    packed = sum(len(gzip.compress(p.read_bytes(), 9)) for p in named)
    fonts = sum(p.stat().st_size for p in (dist / "assets").glob("*-latin-wght-normal-*.woff2"))
    return (packed + fonts) / 1000


RENDERED = """() => { window.rendered = [];
    const counted = new Set([0, 1, 11, 14, 15]);
    const count = (now, was) => {
      let n = counted.has(now.tag) && now.flags & 1 ? 1 : 0;
      if (was && now.child === was.child) return n;
      for (let child = now.child; child; child = child.sibling)
        n += count(child, child.alternate);
      return n; };
    window.__REACT_DEVTOOLS_GLOBAL_HOOK__ = { supportsFiber: true, inject: () => 1,
      onCommitFiberUnmount() {}, onPostCommitFiberRoot() {},
      onCommitFiberRoot(_, root) {
        const was = root.current.alternate;
        if (was) window.rendered.push(count(root.current, was)); } }; }"""


def drag_ms(page: Page, url: str) -> tuple[float, float, float, float]:
    """Drag an arm for a while: median round trip of what it comes to, the median frame, script, style
    and layout in the browser for each answer, ms, and how many components an update renders."""
    page.add_init_script(f"({RENDERED})()")
    page.goto(url)
    page.get_by_role("button", name="Open the demo bench").click()
    page.get_by_role("link", name="The ferrywoman").wait_for()
    link = page.get_by_role("link", name="The ferrywoman").get_attribute("href") or ""
    page.goto(f"{url}{link.rsplit('/', 1)[0]}/frame")
    handle = page.locator("circle[data-view=front][data-joint=elbow_l]")
    handle.wait_for()
    box = handle.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(
        """() => { window.frames_ms = []; let last = performance.now();
        const tick = (now) => { window.frames_ms.push(now - last); last = now;
          requestAnimationFrame(tick); }; requestAnimationFrame(tick); }"""
    )
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate("() => performance.setResourceTimingBufferSize(2000)")
    page.wait_for_timeout(600)
    busy = page.context.new_cdp_session(page)
    busy.send("Performance.enable")

    def thread_s() -> float:
        rows = busy.send("Performance.getMetrics")["metrics"]
        counted = ("ScriptDuration", "LayoutDuration", "RecalcStyleDuration")
        return float(sum(row["value"] for row in rows if row["name"] in counted))

    page.evaluate("() => { window.rendered = []; }")
    before = thread_s()
    for step in range(600):
        page.mouse.move(x + 40 * np.sin(step / 9), y - 30 * np.cos(step / 13))
        page.wait_for_timeout(16)
    taken = page.evaluate(
        """() => performance.getEntriesByType('resource')
        .filter((e) => e.name.endsWith('/drag')).map((e) => e.duration)"""
    )
    spent = 1000 * (thread_s() - before) / len(taken)
    frames, rendered = page.evaluate("() => [window.frames_ms, window.rendered]")
    page.mouse.up()
    return (
        statistics.median(taken),
        statistics.median(frames),
        spent,
        statistics.median(rendered),
    )


def cpu_ms(pid: int) -> float:
    """What a process and its threads have used so far, ms."""
    fields = Path(f"/proc/{pid}/stat").read_text(encoding="utf-8").rsplit(")", 1)[1].split()
    return 1000 * (int(fields[11]) + int(fields[12])) / os.sysconf("SC_CLK_TCK")


def drag_request(page: Page, url: str, pid: int, times: int = 200) -> tuple[float, float]:
    """What a drag's request takes of the server's processor, ms, and its answer's size, kB; the median is of
    twenties, since a processor's clock is coarse."""
    figures = page.request.get(f"{url}/api/v1/figures").json()
    figure = next(row["id"] for row in figures if row["name"] == "The ferrywoman")
    cookies = {row["name"]: row["value"] for row in page.context.cookies()}
    taken, size = [], 0

    def ask(n: int) -> None:
        nonlocal size
        to = [120 + 40 * np.sin(n / 9), 220 - 30 * np.cos(n / 13)]
        answer = page.request.post(
            f"{url}/api/v1/figures/{figure}/drag",
            data={"begins": n == 0, "drag": {"joint": "elbow_l", "view": "front", "to": to}},
            headers={"X-CSRFToken": cookies["csrftoken"]},
        )
        assert answer.ok, answer.text()
        size = max(size, len(answer.body()))

    ask(0)
    for start in range(0, times, 20):
        before = cpu_ms(pid)
        for n in range(start + 1, start + 21):
            ask(n)
        taken.append((cpu_ms(pid) - before) / 20)
    return statistics.median(taken), size / 1000


def turn_view_ms(page: Page) -> float:
    """From the key to the first pixels of the figure in space, ms; the chunk is fetched anew."""
    page.evaluate(
        """() => { window.drawn = new Promise((done) => {
          const look = () => {
            const canvas = document.querySelector('canvas[data-engine]');
            const gl = canvas && canvas.getContext('webgl2');
            if (gl) {
              const at = new Uint8Array(4 * canvas.width * canvas.height);
              gl.readPixels(0, 0, canvas.width, canvas.height, gl.RGBA, gl.UNSIGNED_BYTE, at);
              if (at.some((v) => v > 0)) { done(performance.now() - window.asked); return; }
            }
            requestAnimationFrame(look);
          };
          window.look = look; }); }"""
    )
    page.evaluate("() => { window.asked = performance.now(); window.look(); }")
    page.get_by_role("button", name="turn view").click()
    taken: float = page.evaluate("() => window.drawn")
    return taken


def stores_ms(page: Page, url: str, database: Path) -> float:
    """From the click on Stores until what is there is shown, with 10,000 movements, ms."""
    with sqlite3.connect(database) as store:
        lots = [row[0] for row in store.execute("SELECT id FROM stores_lot")]
        rows = [
            (lots[n % len(lots)], "used" if n % 2 else "corrected", -1.0 if n % 2 else 1.0)
            for n in range(10_000)
        ]
        store.executemany(
            "INSERT INTO stores_movement (lot_id, kind, change, step, note, made) "
            "VALUES (?, ?, ?, '', '', '2026-07-01 10:00:00')",
            rows,
        )
    store.close()
    taken = []
    for _ in range(7):
        page.goto(url)
        page.get_by_role("link", name="The ferrywoman").wait_for()
        page.evaluate(
            """() => { window.opened = new Promise((done) => {
              const look = () => document.querySelector('[data-there]')
                ? done(performance.now() - window.asked) : requestAnimationFrame(look);
              window.asked = performance.now(); look(); });
              [...document.querySelectorAll('a')].find((a) => a.textContent === 'Stores').click(); }"""
        )
        taken.append(float(page.evaluate("() => window.opened")))
    return statistics.median(taken)


SWEPT = int(
    os.environ.get("SWEPT", "20")
)  # figures; `make bench SWEPT=500` takes half an hour more


def fixing_rows() -> list[Row]:
    """Fixes that are shown and figures settled, over random figures with things wrong."""
    found = [swept(seed) for seed in range(SWEPT)]
    told = sum((row.told for row in found), Counter[str]())
    broken = sum(told[key] for key in BROKEN)
    settled = 100 * told["settled"] / SWEPT
    slowest = max(row.settle_s for row in found)
    station = statistics.median(row.station_s for row in found)
    return [
        (
            f"fixes shown on {SWEPT} random figures that do not hold, of {told['fixes']}",
            broken,
            0,
            "",
        ),
        ("of those figures not settled, %", 100 - settled, 5, ""),
        ("slowest settling of them, s", slowest, 8, ""),
        ("most plans for one of them", max(row.plans for row in found), 100, ""),
        ("fixes of one of their stations, median, s", station, 1.5, ""),
    ]


def resident_mb(pid: int) -> float:
    status = Path(f"/proc/{pid}/status").read_text(encoding="utf-8")
    line = next(row for row in status.splitlines() if row.startswith("VmRSS"))
    return int(line.split()[1]) / 1024


def main() -> None:
    base = baseline_ms()
    sheet = ferrywoman()
    quieten()
    posed, most = plan_ms(sheet), plan_ms(with_parts(sheet, 240))
    body, body_ms = slowest_body()
    paper, paper_ms = slowest_sheet(sixty(sheet))
    rows: list[Row] = [
        ("plan() of the ferrywoman, each time another pose, ms", posed, 60, "ms"),
        ("the same, each time another name, ms", named_ms(sheet), 60, "ms"),
        ("the same, each time another height, ms", cold_ms(sheet), 150, "ms"),
        ("plan() of a 60-part figure, ms", plan_ms(sixty(sheet)), 150, "ms"),
        (
            "plan() of the ferrywoman in coat, skirt and fur, ms",
            plan_ms(dressed(sheet, "coat", "skirt", "fur")),
            90,
            "ms",
        ),
        (
            "six coverings more on 60 parts, placed and weighed, ms",
            coverings_ms(sixty(sheet)),
            40,
            "ms",
        ),
        ("plan() of a 240-part figure, ms", most, 600, "ms"),
        ("power of the number of parts it grows by", power((35, 240), (posed, most)), 1.2, ""),
        ("manage.py plan, by the clock, s", command_s(), 1.5, ""),
        ("Frame of a 60-part figure, 12 runs, every wire, ms", frame_ms(sixty(sheet)), 60, "ms"),
        ("wall map of a 60-part figure, ms", wall_map_ms(sixty(sheet)), 150, "ms"),
        (f"plan() of a new figure, slowest body ({body}), ms", body_ms, 80, "ms"),
        (
            "layout map of a 60-part, 400 mm figure, sheet to PDF, ms",
            layout_map_ms(sixty(sheet)),
            1500,
            "ms",
        ),
        (f"slowest sheet of a 60-part figure ({paper}), ms", paper_ms, 1500, "ms"),
        ("bake of 30 parts over two hours, ms", bake_ms(), 25, "ms"),
        ("200 steps laid into bakes, ten of them moved, ms", ordering_ms(median_ms), 100, "ms"),
        ("a photograph with 40 marks against its plan, ms", check_ms(median_ms, sheet), 100, "ms"),
        ("forty pieces pooled into loads of the oven, ms", pooling_ms(median_ms), 100, "ms"),
        (
            "reach of a 60-part figure, ten put on last, ms",
            reach_ms(median_ms, sixty(sheet)),
            1500,
            "ms",
        ),
        *paint_rows(),
        *fixing_rows(),
        ("recipe from 14 paints, ms", recipe_ms(), 60, "ms"),
        ("first load, gzipped, kB", first_load_kb(), 250, ""),
    ]
    with demo_server() as server, sync_playwright() as driver:
        browser = driver.chromium.launch(**CHROMIUM)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        trip, frame, thread, rendered = drag_ms(page, server.url)
        drag_cpu, drag_kb = drag_request(page, server.url, server.process.pid)
        turn = turn_view_ms(page)
        station, panel = panels_ms(page, server.url)
        sent = plan_kb(page, server.url)
        stores = stores_ms(page, server.url, server.database)
        live = live_page_ms(page, server.url, server.database)
        lost, answered = probes(server.url, server.database)
        waited = me_while_dragging_ms(server.url)
        resident = resident_mb(server.process.pid)
        worker = worker_mb(page, server.url, server.process.pid)
        lists = lists_ms(page, server.url, server.database)
        rows += [
            (
                "live page with 20,000 readings, from the click until it is drawn, ms",
                live,
                300,
                "ms",
            ),
            ("readings lost of 3,000 in a minute from five probes", lost, 0, ""),
            ("the live page's answer meanwhile, ms", answered, 200, "ms"),
            ("/me while six people drag, ms", waited, 150, "ms"),
            ("a drag's request, of the server's processor, ms", drag_cpu, 10, "ms"),
            ("a drag's answer, kB", drag_kb, 8, ""),
            ("round trip while dragging, in the browser, ms", trip, 60, "ms"),
            ("script, style and layout in the browser for each of them, ms", thread, 16, "ms"),
            ("components rendered for each of them", rendered, 60, ""),
            ("frame while dragging, ms", frame, 34, ""),
            (f"slowest panel from the click until it is painted ({station}), ms", panel, 150, "ms"),
            ("a plan as it is sent, kB", sent, 100, ""),
            ("turn view, from the key to first pixels, ms", turn, 3000, ""),
            ("Stores with 10,000 movements, from the click to the shelf, ms", stores, 300, "ms"),
            ("server start to first page, s", server.seconds_to_first_page, 2.5, ""),
            ("server, resident after use, MB", resident, 220, ""),
            ("the process beside, resident after planning the shelf, MB", worker, 180, ""),
            *(
                (f"{name}, ms", lists[name], most, "ms")
                for name, most in (
                    ("shelf of 50, second visit", 150),
                    ("shelf of 500", 800),
                    ("calendar of 50", 500),
                    ("shopping for 60 of 500", 500),
                )
            ),
        ]
        browser.close()
    lines = ["| what | median | target | within | × baseline |", "|---|---|---|---|---|"]
    for name, value, target, kind in rows:
        ratio = f"{value / base:.2f}" if kind == "ms" else ""
        met = "yes" if value <= target else "no"
        lines.append(f"| {name} | {value:.1f} | {target:g} | {met} | {ratio} |")
    table = "\n".join(lines)
    print(table)
    text = (
        "# Benchmarks\n\nWritten by `make bench`. Medians of 25 runs on one core of the machine named "
        f"below; the baseline is a fixed piece of numpy and Python work ({base:.1f} ms here), so that "
        "machines can be compared by ratio.\n\n"
        f"{table}\n\nPython {platform.python_version()}, {platform.machine()}, "
        f"{os.cpu_count()} cores.\n"
    )
    (ROOT / "docs" / "benchmarks.md").write_text(text, encoding="utf-8")


if __name__ == "__main__":
    main()
