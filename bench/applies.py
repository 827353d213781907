"""Applies random moves of one type each on a copy of a root, and says what each cost.

applies.py VINESORT ROOT CLASSPATH N SEED: CPU seconds of a cold survey first, then of apply and undo, with the
share of the cold survey's. What is refused is told and not counted. The root is as before afterwards.
"""

import json
import os
import random
import resource
import statistics
import subprocess
import sys
import tempfile


def run(command):
    before = resource.getrusage(resource.RUSAGE_CHILDREN)
    outcome = subprocess.run(command, capture_output=True, text=True)
    after = resource.getrusage(resource.RUSAGE_CHILDREN)
    return after.ru_utime + after.ru_stime - before.ru_utime - before.ru_stime, outcome


def survey(more):
    classpath = ["--classpath", CLASSPATH] if CLASSPATH else []
    return run([VINESORT, "survey", "--root", ROOT] + classpath + more)[0]


def types():
    _, outcome = run([VINESORT, "export", "--as", "facts", "--root", ROOT])
    facts = [json.loads(line) for line in outcome.stdout.splitlines()]
    return [
        fact["unit"]
        for fact in facts
        if fact.get("level") == "type" and not fact.get("library") and "/" in fact.get("in", "")
    ]


def refused(told, outcome):
    codes = {reason["code"] for step in told["steps"] for reason in step["reasons"]}
    return sorted(codes) or outcome.stdout[-200:]


def main():
    cold = survey(["--anew"])
    print(f"cold survey {cold:.1f} s of CPU", flush=True)
    all_types = types()
    packages = sorted({name.rsplit(".", 1)[0] for name in all_types})
    draw = random.Random(SEED)
    plan = os.path.join(tempfile.mkdtemp(), "plan.yaml")
    costs = []
    tries = 0
    while len(costs) < N and tries < 4 * N:
        tries += 1
        name, into = draw.choice(all_types), draw.choice(packages)
        if name.rsplit(".", 1)[0] == into:
            continue
        with open(plan, "w", encoding="utf-8") as file:
            file.write(f"steps:\n  - move: {name}\n    into: {into}\n    widen: true\n")
        cost, outcome = run([VINESORT, "apply", plan, "--root", ROOT, "--json"])
        told = json.loads(outcome.stdout)
        if not told["applied"]:
            print(f"refused {name} into {into}: {refused(told, outcome)}", flush=True)
            continue
        back, _ = run([VINESORT, "undo", "--root", ROOT])
        costs.append(cost)
        edited = len(told["files"])
        print(f"{cost / cold:.3f}  {cost:.2f} s, undo {back:.2f} s, {edited} files: {name} into {into}", flush=True)
        survey([])
    if costs:
        median = statistics.median(costs)
        print(f"{len(costs)} applied: median {median:.2f} s, {median / cold:.3f} of cold; most {max(costs) / cold:.3f}")


if __name__ == "__main__":
    VINESORT, ROOT, CLASSPATH = sys.argv[1:4]
    N, SEED = int(sys.argv[4]), int(sys.argv[5])
    main()
