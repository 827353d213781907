"""Seeded random moves of sources into folders, each applied, looked at by other tools, and undone.

usage: file-moves.py VINESORT py|ts|c|rb ROOT N SEED [INCLUDE_FOLDER...]
What the imports of all files lead to is worked out as in imports.py before and after; it has to be the same but for
the place of what moved. The root is copied first.
"""
import json, os, random, shutil, subprocess, sys, tempfile

vinesort, language, root, count, seed = sys.argv[1:6]
includes = sys.argv[6:]
sys.path.insert(0, os.path.dirname(os.path.abspath(__file__)))
import imports as tools
from imports import tree

work = os.path.join(tempfile.mkdtemp(), "root")
shutil.copytree(root, work, ignore=shutil.ignore_patterns(".vinesort"))
os.chdir(work)


def imports():
    # A package is imported with each of its modules, and another one with a module elsewhere.
    return {one for one in all_imports() if not one[1].endswith("__init__.py")}


def all_imports():
    return {"py": tools.python_imports, "ts": tools.script_imports,
            "c": lambda: tools.c_includes(includes), "rb": tools.ruby_requires}[language]()


subprocess.run([vinesort, "survey"], capture_output=True, check=True)
draw = random.Random(int(seed))
files = tools.sources(language)
folders = sorted({os.path.dirname(one) for one in files})
before, texts = imports(), tree()
accepted = wrong = restored = 0
plan = os.path.join(os.path.dirname(work), "plan.yaml")
for _ in range(int(count)):
    moved = draw.choice(files)
    into = draw.choice([one for one in folders if one != os.path.dirname(moved)] + ["fresh/place"])
    with open(plan, "w") as file:
        file.write(f'steps:\n  - move: "{moved}"\n    into: "{into or "."}"\n')
    told = json.loads(subprocess.run([vinesort, "apply", plan, "--json"], capture_output=True, text=True).stdout)
    if not told["applied"]:
        print("  refused", moved, "into", into, [one["code"] for one in told["steps"][0]["reasons"]][:2])
        continue
    accepted += 1
    to = os.path.normpath(os.path.join(into, os.path.basename(moved)))
    if imports() != {tuple(to if one == moved else one for one in pair) for pair in before} or not told["forecastMet"]:
        wrong += 1
        print("  WRONG", moved, "into", into)
    subprocess.run([vinesort, "undo"], capture_output=True, check=True)
    restored += tree() == texts
print(f"{language} {os.path.basename(root)}: {accepted} of {count} accepted, {wrong} wrong, {restored} undone to the byte")
shutil.rmtree(os.path.dirname(work))
