"""Imports between the files of a root: what vinesort reads beside what the language's own tools say.

usage: imports.py VINESORT py|ts|c|rb ROOT [INCLUDE_FOLDER...]
  py  by Python's own parser; ts  by the import statements' text and the rules of Node;
  c   by 'gcc -MM', what a source includes in the end (branches that are not compiled are not in it)
"""
import ast, csv, io, os, re, subprocess, sys

ENDS = {"py": (".py",), "rb": (".rb",), "ts": (".ts", ".tsx", ".js", ".jsx", ".mjs", ".cjs"),
        "js": (".js", ".cjs"), "c": (".c", ".h", ".cc", ".cpp", ".cxx", ".hpp")}


def sources(language):
    found = []
    for folder, _, files in os.walk("."):
        if "/." not in folder:
            found += [os.path.relpath(os.path.join(folder, f), ".") for f in files if f.endswith(ENDS[language])]
    return sorted(found)


def tree():
    """The bytes of all files by path, links and what Vine Sorter keeps left out."""
    found = {}
    for folder, _, files in os.walk("."):
        if ".vinesort" not in folder:
            for one in files:
                path = os.path.join(folder, one)
                if not os.path.islink(path):
                    with open(path, "rb") as file:
                        found[os.path.normpath(path)] = file.read()
    return found


def module(path):
    for candidate in (path + "/__init__.py", path + ".py"):
        if os.path.exists(candidate):
            return os.path.normpath(candidate)


def python_imports():
    found = set()
    for path in sources("py"):
        with open(path, encoding="utf-8") as text:
            tree = ast.parse(text.read())
        for node in ast.walk(tree):
            names = []
            if isinstance(node, ast.Import):
                names = [(0, one.name, None) for one in node.names]
            elif isinstance(node, ast.ImportFrom):
                names = [(node.level, node.module or "", one.name) for one in node.names]
            for level, name, taken in names:
                base = name.replace(".", "/")
                if level:
                    folder = os.path.dirname(path)
                    for _ in range(level - 1):
                        folder = os.path.dirname(folder)
                    base = os.path.join(folder, base) if name else folder or "."
                for one in [base] + ([os.path.join(base, taken)] if taken and os.path.isdir(base) else []):
                    if module(one):
                        found.add((path, module(one)))
    return found


def script_imports():
    found = set()
    for path in sources("ts"):
        with open(path, encoding="utf-8", errors="replace") as file:
            text = re.sub(r"(?m)^\s*//.*$", "", re.sub(r"/\*.*?\*/", "", file.read(), flags=re.S))
        for one in re.finditer(r"""(?:from|import|require\()\s*['"](\.[^'"]*)['"]""", text):
            base = os.path.normpath(os.path.join(os.path.dirname(path), one.group(1)))
            stems = (base, re.sub(r"\.[mc]?js$", "", base), base + "/index")
            for candidate in [base] + [stem + end for stem in stems for end in ENDS["ts"] + (".d.ts",)]:
                if os.path.isfile(candidate) and candidate.endswith(ENDS["ts"]):
                    found.add((path, candidate))
                    break
    return found


def c_includes(folders):
    found = set()
    for path in sources("c"):
        if path.endswith((".c", ".cc", ".cpp", ".cxx")):
            compiler = "gcc" if path.endswith(".c") else "g++"
            told = subprocess.run([compiler, "-MM"] + ["-I" + one for one in folders] + [path], capture_output=True, text=True)
            if told.returncode == 0:
                for one in told.stdout.replace("\\\n", " ").split(":", 1)[1].split():
                    one = os.path.normpath(one)
                    if not one.startswith(("/", "..")) and one != path:
                        found.add((path, one))
    return found


def ruby_requires():
    """What sources require, by Ruby's own parser, beside them and below the folders called lib and the root."""
    script = """
require 'ripper'
def look(node, found)
  return unless node.is_a?(Array)
  if node[0] == :command && %w[require require_relative load autoload].include?(node[1][1])
    strings = []
    walk = ->(one) { one.is_a?(Array) && (one[0] == :string_content ? strings << one : one.each(&walk)) }
    walk.(node[2])
    text = strings.last
    found << [node[1][1], text[1][1]] if text && text.size == 2 && text[1][0] == :@tstring_content
  end
  node.each { |one| look(one, found) }
end
ARGF.each_line(chomp: true) { |path| found = []; look(Ripper.sexp(File.read(path)), found); found.each { |w, t| puts [path, w, t].join("\t") } }
"""
    run = subprocess.run(["ruby", "-e", script], input="\n".join(sources("rb")), capture_output=True, text=True, check=True)
    libs = sorted({os.path.relpath(folder, ".") for folder, _, _ in os.walk(".") if os.path.basename(folder) == "lib"}) + ["."]
    found = set()
    for line in run.stdout.splitlines():
        path, word, text = line.split("\t")
        named = text if text.endswith(".rb") else text + ".rb"
        near = sorted(libs, key=lambda one: -len(os.path.commonprefix([os.path.dirname(one) or "", path])))
        places = [os.path.dirname(path)] if word == "require_relative" else near
        for place in places:
            target = os.path.normpath(os.path.join(place, named))
            if os.path.isfile(target):
                found.add((path, target))
                break
    return found


def own(vinesort, language, truth):
    told = subprocess.run([vinesort, "export", "--as", "csv", "--level", "file", "--with-tests", "--fold", "none"],
                          capture_output=True, text=True, check=True)
    found = {(a, b) for a, b, kind, _ in list(csv.reader(io.StringIO(told.stdout)))[1:] if kind == "imports"}
    if language != "c":
        return found
    by = {}
    for user, used in found:
        by.setdefault(user, set()).add(used)
    all_of = set()
    for user in {one for one, _ in truth}:
        seen, open_ = set(), [user]
        while open_:
            for used in by.get(open_.pop(), ()):
                if used not in seen:
                    seen.add(used)
                    open_.append(used)
        all_of |= {(user, one) for one in seen - {user}}
    return all_of


def main():
    vinesort, language, root = sys.argv[1:4]
    os.chdir(root)
    truth = {"py": python_imports, "ts": script_imports, "c": lambda: c_includes(sys.argv[4:]), "rb": ruby_requires}[language]()
    truth = {one for one in truth if one[0] != one[1]}
    found = own(vinesort, language, truth)
    both = len(truth & found)
    print(f"{language} {os.path.basename(os.getcwd())}: {len(sources(language))} files, {len(truth)} imports,"
          f" {both} in both, {len(truth - found)} missed, {len(found - truth)} more")
    for word, some in (("missed", truth - found), ("more", found - truth)):
        for one in sorted(some)[:5]:
            print(" ", word, *one)


if __name__ == "__main__":
    main()
