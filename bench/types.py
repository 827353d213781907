"""Uses between the types of a root: what vinesort reads beside what the language's own tools say.

usage: types.py VINESORT kt|php ROOT [JAR]
  kt   by the class files in JAR, which its compiler made of the sources: names in their constants, outermost types
  php  by PHP's own tokens and rules of names: the types that each source names
Recall counts what is certain and likely, precision what is certain.
"""
import collections, csv, io, os, re, struct, subprocess, sys, zipfile

vinesort, language, root = sys.argv[1:4]
here = os.path.dirname(os.path.abspath(__file__))
os.chdir(root)


def own(*more):
    run = subprocess.run([vinesort, "export", "--as", "facts", *more], capture_output=True, text=True, check=True)
    return run.stdout.splitlines()


def survey():
    """The types of our own with their files, and who uses whom: certain, and likely."""
    import json
    subprocess.run([vinesort, "survey"], capture_output=True, check=True)
    home, files, certain, likely = {}, {}, set(), set()
    paths, ids = set(), {}
    for line in own():
        one = json.loads(line)
        if one.get("library"):
            continue
        if "id" in one:
            ids[one["id"]] = one["unit"]
        if one.get("level") == "file":
            files[one["unit"]] = one["unit"]
            paths.add(one["unit"])
        elif "level" in one and one.get("in"):
            around = ids.get(one["in"], one["in"])
            if one["level"] == "type":
                home[one["unit"]] = one["unit"] if around in paths else home.get(around, one["unit"])
                files[one["unit"]] = files.get(around, around)
            elif one["level"] == "member":
                home[one["unit"]] = home.get(around) or home.get(one["unit"].split("#")[0])
                files[one["unit"]] = files.get(around) or files.get(one["unit"].split("#")[0])
        elif "from" in one and one.get("kind") != "imports":
            (likely if one.get("likely") else certain).add(tuple(ids.get(one[end], one[end]) for end in ("from", "to")))
    return home, files, certain, likely


def utf8(data):
    """The texts among the constants of a class file."""
    count, at, found = struct.unpack(">H", data[8:10])[0], 10, []
    n = 1
    while n < count:
        tag = data[at]
        if tag == 1:
            length = struct.unpack(">H", data[at + 1:at + 3])[0]
            found.append(data[at + 3:at + 3 + length].decode("utf-8", "replace"))
            at += 3 + length
        else:
            at += {3: 5, 4: 5, 5: 9, 6: 9, 7: 3, 8: 3, 9: 5, 10: 5, 11: 5, 12: 5, 15: 4, 16: 3, 17: 5, 18: 5, 19: 3, 20: 3}[tag]
            n += tag in (5, 6)
        n += 1
    return found


def kotlin():
    home, _, certain, likely = survey()
    def outer(unit):
        top = home.get(unit) or home.get(unit.split("#")[0])
        return top and re.sub(r"_kts?$", "", top) + "Kt" if top and re.search(r"_kts?$", top) else top
    types = {outer(one) for one in home} - {None}
    truth = set()
    with zipfile.ZipFile(sys.argv[4]) as jar:
        for name in jar.namelist():
            user = name[:-6].split("$")[0].replace("/", ".")
            if name.endswith(".class") and user in types:
                for text in utf8(jar.read(name)):
                    for one in re.findall(r"[\w/]+(?:\$\w+)*", text):
                        used = one.split("$")[0].replace("/", ".")
                        for used in {used, used[1:] if used.startswith("L") else used}:
                            if used in types and used != user and "." in used:
                                truth.add((user, used))
    fold = lambda pairs: {(outer(a), outer(b)) for a, b in pairs if outer(a) and outer(b) and outer(a) != outer(b)}
    return truth, fold(certain), fold(likely)


def php():
    _, files, certain, likely = survey()
    types = {one: files[one] for one in files if "#" not in one and not one.endswith("_php") and one in files and files[one] != one}
    lower = {one.replace(".", "\\").lower(): one for one in types}
    truth = set()
    for path in sorted(set(files.values()) - {None}):
        if path.endswith(".php"):
            run = subprocess.run(["php", os.path.join(here, "names.php"), path], capture_output=True, text=True)
            for line in run.stdout.splitlines():
                sort, name = line.split(" ", 1)
                if sort == "class" and name in lower and types[lower[name]] != path:
                    truth.add((path, lower[name]))
    def fold(pairs):
        found = set()
        for a, b in pairs:
            used = b.split("#")[0]
            if files.get(a) and used in types and types[used] != files[a] and "#" not in b:
                found.add((files[a], used))
        return found
    return truth, fold(certain), fold(likely)


truth, certain, likely = {"kt": kotlin, "php": php}[language]()
both = truth & (certain | likely)
print(f"{language} {os.path.basename(os.getcwd())}: {len(truth)} uses told by its tools, {len(both)} of them read"
      f" ({100 * len(both) / max(1, len(truth)):.1f} %); certain {len(certain)}, {len(certain & truth)} of them told"
      f" ({100 * len(certain & truth) / max(1, len(certain)):.1f} %)")
for word, some in (("missed", truth - certain - likely), ("more", certain - truth)):
    for one in sorted(some)[:8]:
        print(" ", word, *one)
