"""Changes modules of the core in small ways and says which changes no test notices.

`python scripts/mutants.py [MODULE ...] [--most N] [--seed N] [--since REF]`

A module is one of `WATCHED`, by its path in the core; without any, all of them, or with `--since` those that
changed since then. Of each, at most so many mutants are tried, drawn by the seed, by the tests that speak of
it; it works in a copy.
"""

from __future__ import annotations

import argparse
import random
import shutil
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from cosmic_ray.work_db import WorkDB, use_db
from cosmic_ray.work_item import TestOutcome, WorkerOutcome, WorkItem, WorkResult

ROOT = Path(__file__).resolve().parent.parent
WATCHED = {
    "frame/mechanics.py": ("frame", "bend_test", "runs", "amounts", "doctests"),
    "body/soft_clay.py": ("amounts", "frame", "findings", "doctests"),
    "bake/cure.py": ("amounts", "firing", "heat_series", "bake_station", "doctests"),
    "bake/heat.py": ("heat_series", "firing", "bake_station"),
    "body/volumes.py": ("amounts", "volumes", "exact_volumes", "bulk_and_clay"),
    "colour/paint.py": ("colour_plan", "vivid", "doctests"),
    "clay/portions.py": ("amounts", "portions", "doctests"),
    "packs.py": ("bulk_and_clay", "stock", "doctests"),
}
"""Modules whose numbers everything else rests on, with the tests that are run on them."""
COPIED = (
    "windcrest_core",
    "examples",
    "docs",
    "web/src/elevation",
    "web/src/units",
    "pyproject.toml",
)
TIMEOUT_S = 60.0
MOST_SURVIVORS = 0.10


def copy_to(folder: Path) -> None:
    for name in COPIED:
        source, target = ROOT / name, folder / name
        target.parent.mkdir(parents=True, exist_ok=True)
        if source.is_dir():
            shutil.copytree(source, target, ignore=shutil.ignore_patterns("__pycache__"))
        else:
            shutil.copy(source, target)


def changed_since(ref: str) -> list[str]:
    command = ["git", "diff", "--name-only", ref, "--", "windcrest_core"]
    names = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=True).stdout
    return [key for key in WATCHED if f"windcrest_core/{key}" in names.split()]


def config(module: str) -> str:
    tests = " ".join(f"windcrest_core.tests.test_{name}" for name in WATCHED[module])
    return (
        f'[cosmic-ray]\nmodule-path = "windcrest_core/{module}"\ntimeout = {TIMEOUT_S}\n'
        f'excluded-modules = []\ntest-command = "{sys.executable} -m unittest -q -f {tests}"\n\n'
        '[cosmic-ray.distributor]\nname = "local"\n'
    )


def draw(db: WorkDB, most: int, seed: int) -> None:
    """Leave out all but so many mutants."""
    items = sorted(db.pending_work_items, key=lambda item: item.job_id)
    telling = sorted((item for item in items if not dull(item)), key=where)
    random.Random(seed).shuffle(telling)
    kept = {item.job_id for item in telling[:most]}
    left = [item.job_id for item in items if item.job_id not in kept]
    db.set_multiple_results(left, WorkResult(worker_outcome=WorkerOutcome.SKIPPED))


def dull(item: WorkItem) -> bool:
    """Whether it only changes what a type may be: no sum here has a bitwise or."""
    return "Operator_BitOr_" in item.mutations[0].operator_name


def where(item: WorkItem) -> tuple[tuple[int, int], str, int]:
    one = item.mutations[0]
    return one.start_pos, one.operator_name, one.occurrence


def tried(module: str, most: int, seed: int) -> tuple[str, int, list[str]]:
    """The module, how many mutants were tried, and a line for each that no test noticed."""
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        copy_to(folder)
        (folder / "mutants.toml").write_text(config(module))
        session = folder / "mutants.sqlite"
        run = ["-m", "cosmic_ray.cli"]
        subprocess.run(
            [sys.executable, *run, "init", "mutants.toml", session.name], cwd=folder, check=True
        )
        with use_db(session) as db:
            draw(db, most, seed)
        subprocess.run(
            [sys.executable, *run, "exec", "mutants.toml", session.name], cwd=folder, check=True
        )
        count, left = 0, []
        with use_db(session, WorkDB.Mode.open) as db:
            for item, result in db.completed_work_items:
                if result.worker_outcome == WorkerOutcome.SKIPPED:
                    continue
                count += 1
                if result.test_outcome == TestOutcome.SURVIVED:
                    left.append(
                        f"{module}:{item.mutations[0].start_pos[0]}\n{lines(result.diff or '')}"
                    )
        return module, count, left


def lines(diff: str) -> str:
    kept = [
        line for line in diff.splitlines() if line[:1] in "+-" and line[:3] not in ("+++", "---")
    ]
    return "\n".join(f"    {line}" for line in kept)


def main() -> int:
    asked = argparse.ArgumentParser(description="Try mutants of the core's sums.")
    asked.add_argument("module", nargs="*", help="one of " + ", ".join(WATCHED))
    asked.add_argument("--most", type=int, default=40, help="mutants of each module")
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--since", default="", help="only modules that changed since this commit")
    given = asked.parse_args()
    modules = given.module or (changed_since(given.since) if given.since else list(WATCHED))
    unknown = [name for name in modules if name not in WATCHED]
    if unknown:
        asked.error(f"{unknown[0]}: one of {', '.join(WATCHED)}")
    with ThreadPoolExecutor(max_workers=2) as pool:
        found = list(pool.map(lambda name: tried(name, given.most, given.seed), modules))
    tried_all, survived = 0, 0
    for module, count, left in found:
        tried_all, survived = tried_all + count, survived + len(left)
        print(f"\n{module}: {len(left)} of {count} mutants survived")
        print("\n".join(left))
    share = survived / tried_all if tried_all else 0.0
    print(f"\n{survived} of {tried_all} survived, {share:.0%}; at most {MOST_SURVIVORS:.0%}")
    return 0 if share <= MOST_SURVIVORS else 1


if __name__ == "__main__":
    sys.exit(main())
