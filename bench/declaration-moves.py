"""Seeded random moves of functions, types, variables and macros from source to source, each applied, looked at by
other tools, and undone.

usage: declaration-moves.py VINESORT py|ts|js|rb|c ROOT N SEED [INCLUDE_FOLDER...]
Python: every source that changed is imported in a process of its own (what is not installed is stood in for), and the
names that nothing binds are the same as before. C and C++: every source that gcc took before, it still takes, and all
functions that objects define are defined as often as before. TypeScript and JavaScript: the compiler of TypeScript says
no more than before; for JavaScript that is about names that nothing declares and modules that are not found. Ruby: every source that loaded before loads
the same classes with the same methods. The root is copied first.
"""
import json, os, random, re, shutil, subprocess, sys, tempfile

vinesort, language, root, count, seed = sys.argv[1:6]
includes = sys.argv[6:]
here = os.path.dirname(os.path.abspath(__file__))
sys.path.insert(0, here)
import imports as tools
from imports import tree

work = os.path.join(tempfile.mkdtemp(), "root")
shutil.copytree(root, work, ignore=shutil.ignore_patterns(".vinesort"), symlinks=True)
os.chdir(work)


def python_check(files):
    """What does not load, and which names nothing binds, by file."""
    found = {}
    for one in files:
        if one.endswith(".py") and os.path.exists(one):
            try:
                run = subprocess.run([sys.executable, os.path.join(here, "load.py"), one], capture_output=True, text=True,
                                     stdin=subprocess.DEVNULL, timeout=5)
                found[one] = (run.returncode, run.stdout)
            except subprocess.TimeoutExpired:
                found[one] = (0, "takes long")
    return found


def c_check(files):
    """Which sources gcc takes, and what they define."""
    found = {}
    flags = [one if one.startswith("-") else "-I" + one for one in includes]
    for one in tools.sources("c"):
        if one.rsplit(".", 1)[-1] in ("c", "cc", "cpp", "cxx"):
            out = os.path.join(os.path.dirname(work), "out.o")
            std = ["-std=gnu11"] if one.endswith(".c") else ["-std=c++17"]
            run = subprocess.run(["gcc", "-w", "-O0", "-c", *std, *flags, one, "-o", out], capture_output=True)
            if run.returncode == 0:
                names = subprocess.run(["nm", "-C", "--defined-only", out], capture_output=True, text=True).stdout
                found[one] = sorted(" ".join(line.split()[1:]) for line in names.splitlines()
                                    if line.split()[1] in "TDBRVW")
    return found


def script_check(files):
    """What the compiler of TypeScript says against each source, and how often."""
    told = subprocess.run(["tsc", "--noEmit", "--skipLibCheck", "--target", "es2020", "--module", "esnext", "--allowJs",
                           "--moduleResolution", "bundler", *tools.sources("ts")], capture_output=True, text=True).stdout
    found = {}
    for line in told.splitlines():
        known = re.match(r"(\S+?)\(\d+,\d+\): error (TS\d+: .*)", line)
        if known and "fresh_place" not in known[2]:
            found[known[2]] = found.get(known[2], 0) + 1
    return found


def plain_script_check(files):
    """Names that nothing declares, members that modules do not have, and modules that are not found."""
    told = subprocess.run(["tsc", "--noEmit", "--skipLibCheck", "--target", "es2022", "--module", "commonjs", "--allowJs",
                           "--checkJs", "--moduleResolution", "node", *tools.sources("js")], capture_output=True, text=True).stdout
    found = {}
    for line in told.splitlines():
        known = re.match(r"(\S+?)\(\d+,\d+\): error (TS(?:1\d\d\d|2304|2305|2306|2307|2339|2448|2451|2551|2552|2614): .*)", line)
        if known:
            # A module's own path stands in what is said of its members.
            said = re.sub(r'typeof import\(".*?"\)', "typeof import", known[2])
            found[said] = found.get(said, 0) + 1
    return found


def ruby_check(files):
    """What each source loads that loaded before, by its path: classes and modules with their methods."""
    found = {}
    for one in files:
        if one.endswith(".rb") and os.path.exists(one):
            try:
                run = subprocess.run(["ruby", os.path.join(here, "load.rb"), "lib", one], capture_output=True, text=True,
                                     stdin=subprocess.DEVNULL, timeout=20)
                found[one] = (run.returncode, run.stdout)
            except subprocess.TimeoutExpired:
                found[one] = (0, "takes long")
    return found


def lost_in_ruby(before, after):
    """Sources that load less than before, or do not load any more; a new source may load less by itself."""
    return {one for one, (failed, told) in after.items()
            if one in before and before[one][0] == 0 and (failed or set(before[one][1].split("\n")) - set(told.split("\n")))}


def lost_in_python(before, after):
    """Sources that do not load any more, and those with names that nothing binds, and nothing bound before."""
    known = {name for _, told in before.values() for name in told.split("\n")[-1].split()}
    return {one for one, (failed, told) in after.items()
            if failed > before.get(one, (0, ""))[0] or not failed and set(told.split()) - known}


def lost_in_c(before, after):
    """Sources that do not compile any more, and what is defined in no object or in more than before."""
    lost = {one for one in before if one not in after}
    names = lambda all: sorted(name for one in all.values() for name in one if name[0] in "TDBR")
    if not lost and names(before) != names(after):
        lost = set(names(before)) ^ set(names(after)) or {"twice"}
    return lost


def top(facts):
    """What stands at the top of sources, with its source; and what each source is called as a module."""
    files = {one["unit"] for one in facts if one.get("level") == "file" and not one.get("library")}
    home, modules = {}, {}
    for one in facts:
        if one.get("level") == "type" and one.get("in") in files:
            whole = one["called"] in (os.path.basename(one["in"]).rsplit(".", 1)[0],
                                      os.path.basename(one["in"]).replace(".", "_"))
            if one["in"] not in modules and whole:
                modules[one["in"]] = one["unit"]
                home[one["unit"]] = one["in"]
    found = []
    for one in facts:
        inside = one.get("level") in ("type", "member") and home.get(one.get("in"), one.get("in"))
        if inside in files and one["unit"] not in home and ("::" not in one["called"] or one["level"] == "type"):
            found.append((one["unit"], inside))
    return found


subprocess.run([vinesort, "survey"], capture_output=True, check=True)
draw = random.Random(int(seed))
sources = [one for one in tools.sources(language) 
           if not any("/" + place in "/" + one for place in ("test", "example", "benchmark", "doc", "tool")) and "_test." not in one]
facts = [one for one in map(json.loads, subprocess.run(
    [vinesort, "export", "--as", "facts"], capture_output=True, text=True, check=True).stdout.splitlines()) if "level" in one or "from" in one]
columns = {one["unit"]: one.get("column") for one in facts if "unit" in one}
candidates = [one for one in top(facts) if one[1] in sources and not one[0].endswith("__") and (language != "py" or columns[one[0]] in (1, 5, 7, 11))]
names = {one for one, _ in candidates}
homes = dict(candidates)
needs = {}
for one in facts:
    if "from" in one:
        user, used = (next((name for name in (unit, unit.split("#")[0], unit.rsplit(".", 1)[0]) if name in names), None)
                      for unit in (one["from"], one["to"]))
        if user and used and user != used and homes[user] == homes[used]:
            needs.setdefault(user, set()).add(used)


def along(unit):
    """A unit, and what it needs of its own source."""
    group, todo = {unit}, [unit]
    while todo:
        for one in needs.get(todo.pop(), ()):
            if one not in group:
                group.add(one)
                todo.append(one)
    return sorted(group)


check = {"py": python_check, "c": c_check, "ts": script_check, "js": plain_script_check, "rb": ruby_check}[language]
texts = tree()
before = check(sources) if language not in ("py", "rb") else {}
if language == "c":
    print(f"gcc takes {len(before)} sources")
accepted = wrong = restored = 0
plan = os.path.join(os.path.dirname(work), "plan.yaml")
for _ in range(int(count)):
    moved, home = draw.choice(candidates)
    end = home[home.rindex("."):]
    header = language == "c" and (end[1] == "h" or draw.random() < 0.5)
    near = [one for one in sources if os.path.dirname(one) == os.path.dirname(home) and one != home
            and (language != "c" or one[one.rindex("."):][1] == "h" and header)]
    fresh = os.path.join(os.path.dirname(home), "fresh_place" + (".h" if header and end[1] != "h" else end))
    into = draw.choice(near) if near and draw.random() < 0.3 else fresh
    group = along(moved) if draw.random() < 0.8 else [moved]
    for _ in range(6):
        with open(plan, "w") as file:
            file.write(f'steps:\n  - move: {json.dumps(group)}\n    into: "{into}"\n    pure: true\n    widen: true\n')
        told = json.loads(subprocess.run([vinesort, "apply", plan, "--json"], capture_output=True, text=True).stdout)
        advice = [one["message"] for one in told["steps"][0].get("reasons", []) if "in the step, too" in one["message"]]
        if "into a header" in str(told["steps"][0].get("reasons")) and not into.endswith(".h"):
            into = os.path.join(os.path.dirname(home), "fresh_place.h")
            continue
        if not advice:
            break
        # What it says is needed, too, is named, too.
        quoted = re.search("'(.*?)'", advice[0])
        wanted = {quoted[1]} if quoted else set(advice[0].split("what moves uses ")[1].split(", so each")[0].split(", "))
        group = sorted(set(group) | {name for name, source in candidates
                                     if source == home and re.split("[.#:]+", name)[-1].rstrip("()") in wanted})
    if not told["applied"]:
        print("  refused", group, "into", into, [(one["code"], one["message"][:150]) for one in told["steps"][0]["reasons"]][:2])
        continue
    after = tree()
    if after == texts:
        print("  already there", group, into)
        continue
    accepted += 1
    changed = [one for one in after if after[one] != texts.get(one)]
    if os.environ.get("DIFFS"):
        for one in changed:
            with open(plan + ".old", "wb") as file:
                file.write(texts.get(one, b""))
            subprocess.run(["diff", "-u", plan + ".old", one])
    found = check(changed)
    subprocess.run([vinesort, "undo"], capture_output=True, check=True)
    restored += tree() == texts
    old = check(changed) if language in ("py", "rb") else before
    if language == "c" and any(one.rsplit(".", 1)[-1][0] == "c" and one in texts and one not in before for one in changed):
        print("  moved", group, "into", into, "out of what gcc did not take before")
        continue
    lost = (lost_in_python(old, found) if language == "py" else lost_in_ruby(old, found) if language == "rb" else lost_in_c(old, found)
            if language == "c" else {one for one in found if found[one] > old.get(one, 0)})
    if lost or not told["forecastMet"]:
        wrong += 1
        print("  WRONG", group, "into", into, sorted(lost)[:3], [found.get(one) for one in sorted(lost)[:1]])
    else:
        print("  moved", group, "into", into)
print(f"{language} {os.path.basename(root)}: {accepted} of {count} accepted, {wrong} wrong, {restored} undone to the byte")
shutil.rmtree(os.path.dirname(work))
