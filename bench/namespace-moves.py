"""Seeded random moves of types, functions and sources into other namespaces, each applied, held to what another tool
says, and undone.

usage: namespace-moves.py VINESORT kt|cs|php ROOT N SEED [CLASS_PATH|REFERENCE...]
Kotlin: what its compiler says against the sources (KOTLINC: a class path that holds the compiler; then class path
entries). C#: what mcs says (then references). PHP: the full name of each class, function and constant that a source
names, by PHP's own tokens, is what it was but for what moved; each changed source passes php -l. The root is copied.
"""
import collections, json, os, random, re, shutil, subprocess, sys, tempfile

vinesort, language, root, count, seed = sys.argv[1:6]
more = sys.argv[6:]
here = os.path.dirname(os.path.abspath(__file__))
work = os.path.join(tempfile.mkdtemp(), "root")
shutil.copytree(root, work, ignore=shutil.ignore_patterns(".vinesort"), symlinks=True)
os.chdir(work)
sys.path.insert(0, here)
from imports import tree
END = {"kt": ".kt", "cs": ".cs", "php": ".php"}[language]


def sources():
    return sorted(one for one in tree() if one.endswith(END))


def kotlin():
    """What the compiler says against the sources, and how often."""
    out = os.path.join(os.path.dirname(work), "out")
    run = subprocess.run(["java", "-Xmx2g", "-cp", os.environ["KOTLINC"], "org.jetbrains.kotlin.cli.jvm.K2JVMCompiler", "-no-stdlib",
                          "-nowarn", "-Xmulti-platform", "-cp", os.pathsep.join(more), "-d", out, *sources()], capture_output=True, text=True)
    shutil.rmtree(out, ignore_errors=True)
    return collections.Counter(re.sub(r"^.*?: (\d+:\d+: )?error: ", "", line) for line in run.stderr.splitlines() if "error: " in line)


def csharp():
    """What the compiler says against the sources, and how often."""
    run = subprocess.run(["mcs", "-target:library", "-out:" + os.path.join(os.path.dirname(work), "out.dll"),
                          *("-r:" + one for one in more), *sources()], capture_output=True, text=True)
    return collections.Counter(re.sub(r"^.*?: error ", "", line) for line in (run.stderr + run.stdout).splitlines() if ": error " in line)


def php():
    """The full names that the sources name, each as often as it stands there; and what does not parse."""
    run = subprocess.run(["php", os.path.join(here, "names.php"), *sources()], capture_output=True, text=True, check=True)
    return collections.Counter(run.stdout.splitlines())


def facts():
    """All lines; units that share their names are told by these here, too, and not by numbers."""
    run = subprocess.run([vinesort, "export", "--as", "facts"], capture_output=True, text=True, check=True)
    lines = [json.loads(line) for line in run.stdout.splitlines()]
    names = {one["id"]: one["unit"] for one in lines if "id" in one}
    return [{key: names.get(value, value) if isinstance(value, str) else value for key, value in one.items()} for one in lines]


subprocess.run([vinesort, "survey"], capture_output=True, check=True)
draw = random.Random(int(seed))
units = [one for one in facts() if "level" in one and not one.get("library")]
files = {one["unit"]: one for one in units if one["level"] == "file" and one["unit"].endswith(END)}
spaces = sorted({one["in"] for one in files.values()} - {""})
tops = [one for one in units if one["level"] == "type" and one["in"] in files]
loose = {one["unit"]: one["in"] for one in tops if one["called"] == os.path.basename(one["in"]).replace(".", "_")}
types = [one["unit"] for one in tops if one["unit"] not in loose]
functions = [one["unit"] for one in units if one["level"] == "member" and one["in"] in loose]
check = {"kt": kotlin, "cs": csharp, "php": php}[language]
texts = tree()
before = check()
print(f"{len(files)} sources, {len(types)} types, {len(functions)} functions; {sum(before.values())} told before")
accepted = wrong = restored = 0
refusals = collections.Counter()
plan = os.path.join(os.path.dirname(work), "plan.yaml")
for _ in range(int(count)):
    kind = draw.random()
    pool = functions if kind < 0.2 and functions else sorted(files) if kind < 0.5 else types
    unit = draw.choice(pool)
    into = draw.choice(spaces) if draw.random() < 0.7 else draw.choice(spaces) + (".Fresh" if END != ".kt" else ".fresh")
    with open(plan, "w") as file:
        file.write(f'steps:\n  - move: {json.dumps(unit)}\n    into: {json.dumps(into)}\n')
    run = subprocess.run([vinesort, "apply", plan, "--json"], capture_output=True, text=True)
    told = json.loads(run.stdout or '{"applied": false, "steps": [{"reasons": [{"code": "crash", "message": "%s"}]}]}' % run.stderr[:200].replace('"', "'").replace("\n", " "))
    reasons = [(one["code"], one["message"][:170]) for one in told["steps"][0].get("reasons", [])]
    if not told["applied"]:
        if not reasons:
            print("  already there", unit, into)
            continue
        refusals[reasons[0][0]] += 1
        print("  refused", unit, "into", into, reasons[:2])
        continue
    after = tree()
    if after == texts:
        print("  already there", unit, into)
        continue
    accepted += 1
    changed = sorted(one for one in set(after) | set(texts) if after.get(one) != texts.get(one))
    found = check()
    lost = found - before
    if language == "php":
        moved = {}
        for one in (unit,) if unit in types else [name for name in types if any(t["unit"] == name and t["in"] == unit for t in tops)]:
            moved[one.replace(".", "\\").lower()] = (into + "." + one.rsplit(".", 1)[-1]).replace(".", "\\").lower()
        expected = collections.Counter()
        for line, times in before.items():
            sort, name = line.split(" ", 1)
            if sort == "class":
                for one, other in moved.items():
                    name = other if name == one else name
            expected[sort + " " + name] += times
        # What an import names is counted apart: those come and go.
        lost = collections.Counter({one: n for one, n in ((expected - found) + (found - expected)).items() if not one.startswith("use ")})
    if os.environ.get("DIFFS"):
        for one in changed:
            with open("/tmp/old", "wb") as file:
                file.write(texts.get(one, b""))
            with open("/tmp/new", "wb") as file:
                file.write(after.get(one, b""))
            subprocess.run(["diff", "-u", "--label", one, "--label", one, "/tmp/old", "/tmp/new"])
    back = subprocess.run([vinesort, "undo"], capture_output=True, text=True)
    if back.returncode:
        print("  NOT UNDONE", unit, "into", into, back.stderr)
        sys.exit(1)
    restored += tree() == texts
    if lost or not told["forecastMet"]:
        wrong += 1
        print("  WRONG", unit, "into", into, dict(list(lost.items())[:4]))
    else:
        print("  moved", unit, "into", into, len(changed), "files")
    sys.stdout.flush()
print(f"{language} {os.path.basename(root)}: {accepted} of {count} accepted, {wrong} wrong, {restored} undone to the byte; refused: {dict(refusals)}")
shutil.rmtree(os.path.dirname(work))
