"""Loads one Python source as a module, with what is not installed stood in for, and tells which global names that its
code uses nothing binds. Exit 1 where loading fails.

usage: load.py FILE
"""
import builtins, importlib, importlib.abc, importlib.machinery, os, symtable, sys, unittest.mock

path = sys.argv[1]
folder, parts = os.path.dirname(os.path.abspath(path)), [os.path.basename(path)[:-3]]
while os.path.exists(os.path.join(folder, "__init__.py")):
    parts.insert(0, os.path.basename(folder))
    folder = os.path.dirname(folder)
if parts[-1] == "__init__":
    parts.pop()
sys.path[:0] = [folder, os.path.abspath("src"), os.path.abspath(".")]


class Missing(importlib.abc.MetaPathFinder, importlib.abc.Loader):
    def find_spec(self, name, where, target=None):
        if name.split(".")[0] == parts[0]:
            return None
        return importlib.machinery.ModuleSpec(name, self, is_package=True)

    def create_module(self, spec):
        return unittest.mock.MagicMock(__path__=[], __spec__=spec)

    def exec_module(self, module):
        pass


sys.meta_path.append(Missing())
try:
    importlib.import_module(".".join(parts))
    failed = ""
except BaseException as e:
    failed = f"{type(e).__name__}: {e}"

with open(path, encoding="utf-8", errors="replace") as file:
    table = symtable.symtable(file.read(), path, "exec")
bound = {one.get_name() for one in table.get_symbols() if one.is_assigned() or one.is_imported() or one.is_namespace()}
free = set()


def look(scope):
    for one in scope.get_symbols():
        if one.is_referenced() and (one.is_global() or scope.get_type() == "module") and not one.is_local() or (
                scope.get_type() == "module" and one.is_referenced() and one.get_name() not in bound):
            free.add(one.get_name())
    for child in scope.get_children():
        look(child)


look(table)
unbound = sorted(one for one in free - bound if not hasattr(builtins, one)
                 and one not in ("__file__", "__path__", "__package__"))
print(failed, " ".join(unbound), sep="\n" if failed else "", end="")
sys.exit(bool(failed))
