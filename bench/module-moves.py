#!/usr/bin/env python3
"""Seeded random moves of types between the modules of a Maven build, each applied, compiled module by module, and undone.

usage: module-moves.py VINESORT ROOT N SEED [CLASSPATH]
ROOT holds a folder with a POM for each module; javac is given to each module what its POM and those of what it depends on
name, and nothing more. The root is copied first.
"""
import json, os, random, re, shutil, subprocess, sys, tempfile

vinesort, root, count, seed = sys.argv[1:5]
libraries = sys.argv[5] if len(sys.argv) > 5 else ""
work = os.path.join(tempfile.mkdtemp(), "root")
shutil.copytree(root, work, ignore=shutil.ignore_patterns(".vinesort"))
os.chdir(work)
modules = sorted(one for one in os.listdir(".") if os.path.exists(os.path.join(one, "pom.xml")))
needs = {one: [name for name in re.findall(r"<dependency>.*?<artifactId>(.*?)</artifactId>", open(os.path.join(one, "pom.xml")).read(), re.S)
               if name in modules] for one in modules}


def closure(module):
    """What a module depends on, with what that does."""
    found = []
    for one in needs[module]:
        found += [one] + closure(one)
    return found


def tree():
    found = {}
    for folder, folders, files in os.walk("."):
        folders[:] = [one for one in folders if one not in (".vinesort", ".out")]
        for one in files:
            path = os.path.join(folder, one)
            with open(path, "rb") as file:
                found[path] = file.read()
    return found


def compiles():
    """The modules that javac takes, each by itself, in the order of what they depend on."""
    shutil.rmtree(".out", ignore_errors=True)
    taken = set()
    for module in sorted(modules, key=lambda one: len(closure(one))):
        out = os.path.join(".out", module)
        os.makedirs(out)
        files = [path for path in tree() if path.startswith("./" + module + "/") and path.endswith(".java")]
        path = os.pathsep.join([os.path.join(".out", one) for one in closure(module)] + [libraries])
        with open(os.path.join(".out", "files"), "w") as file:
            file.write("\n".join(files))
        run = subprocess.run(["javac", "-nowarn", "-proc:none", "-encoding", "ISO-8859-1", "-XDignore.symbol.file", "-d", out, "-cp", path, "@.out/files"], capture_output=True, text=True)
        if run.returncode == 0:
            taken.add(module)
        else:
            errors = [line for line in run.stderr.splitlines() if ": error:" in line]
            print("   ", module, errors[:2])
    return taken


before = compiles()
print("javac takes", ", ".join(sorted(before)), "of", ", ".join(modules))
shutil.rmtree(".out")
subprocess.run([vinesort, "survey"], capture_output=True, check=True)
facts = [json.loads(line) for line in subprocess.run([vinesort, "export", "--as", "facts"], capture_output=True, text=True, check=True).stdout.splitlines()]
home = {one["unit"]: one["in"] for one in facts if one.get("level") == "type" and str(one.get("in", "")).endswith(".java")}
packages = {}
for name, file in home.items():
    packages.setdefault(file.split("/")[0], set()).add(name.rpartition(".")[0])
texts = tree()
draw = random.Random(int(seed))
accepted = wrong = restored = 0
plan = os.path.join(os.path.dirname(work), "plan.yaml")
for _ in range(int(count)):
    name = draw.choice(sorted(home))
    module = draw.choice([one for one in modules if one != home[name].split("/")[0]])
    into = name.rpartition(".")[0] if draw.random() < 0.3 else draw.choice(sorted(packages[module]))
    with open(plan, "w") as file:
        file.write(f"steps:\n  - move: {name}\n    into: {into}\n    module: {module}\n    widen: true\n")
    told = json.loads(subprocess.run([vinesort, "apply", plan, "--json"], capture_output=True, text=True).stdout)
    if not told["applied"]:
        print("  refused", name, "into", module, sorted({one["code"] for one in told["steps"][0]["reasons"]}))
        continue
    accepted += 1
    taken = compiles()
    shutil.rmtree(".out")
    subprocess.run([vinesort, "undo"], capture_output=True, check=True)
    restored += tree() == texts
    if before - taken or not told["forecastMet"]:
        wrong += 1
        print("  WRONG", name, "into", into, "of", module)
    else:
        print("  moved", name, "into", into, "of", module)
print(f"{os.path.basename(root)}: {accepted} of {count} accepted, {wrong} wrong, {restored} undone to the byte")
shutil.rmtree(os.path.dirname(work))
