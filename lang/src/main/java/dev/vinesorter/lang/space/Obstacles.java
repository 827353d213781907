package dev.vinesorter.lang.space;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.move.HalfRead;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import java.nio.file.Files;
import java.util.Set;
import java.util.TreeSet;

/** What stands against a move before anything is written. */
final class Obstacles {
  private final SpaceMove move;
  private final Tops tops;

  Obstacles(SpaceMove move) {
    this.move = move;
    this.tops = move.tops();
  }

  void find() {
    Set<String> names = new TreeSet<>();
    for (Departure goes : move.departures()) {
      for (int decl : goes.decls()) {
        Place top = Place.of(goes.file(), decl);
        names.add(tops.own(top));
        clash(goes, top);
      }
      place(goes);
      if (!goes.whole() && move.language().isLoadedByName()) {
        loaded(goes);
      }
    }
    for (int file = 0; file < move.files(); file++) {
      int at = file;
      Reason unknown =
          HalfRead.of(move.outline(file), () -> move.text(at), names, true, () -> move.tree(at));
      if (unknown != null) {
        move.reasons().add(unknown);
      }
    }
    new OtherSources(move).refuse();
  }

  /** A name that the namespace has already. */
  private void clash(Departure goes, Place top) {
    Decl decl = move.names().decl(top);
    for (Place other : tops.in(goes.space(), tops.own(top))) {
      Sort sort = move.names().decl(other).sort();
      boolean overload =
          move.language().overloads() && decl.sort() == Sort.FUNCTION && sort == Sort.FUNCTION;
      boolean there = !move.moves(other) && (sort == decl.sort() || sort == Sort.TYPE) && !overload;
      if (there && !(goes.space().equals(tops.space(top)))) {
        move.refuse(
            RefusalCode.NAME_CLASH,
            goes.space()
                + " has a '"
                + tops.own(top)
                + "' already, in "
                + move.path(other.file())
                + ".",
            goes.file(),
            decl.nameAt(),
            decl.nameAt() + 1);
      }
    }
  }

  /** What is loaded with something else, and would not be without it. */
  private void loaded(Departure goes) {
    String path = move.path(goes.file());
    String name = path.substring(path.lastIndexOf('/') + 1, path.lastIndexOf('.'));
    boolean taken = move.project().number(goes.to()) >= 0;
    if (Listings.isListed(move, path) && (!taken || Listings.isListed(move, goes.to()))) {
      return;
    }
    for (int decl : goes.decls()) {
      Decl one = move.outline(goes.file()).decls().get(decl);
      boolean takes = one.sort() != Sort.TYPE || one.name().equals(name);
      if (takes) {
        refuseLoaded(
            goes,
            one,
            "'"
                + one.name()
                + "' is loaded together with the rest of its source, which nothing lists; move the"
                + " source.");
      }
    }
    for (Use use : move.outline(goes.file()).uses()) {
      Tops.Reached reached = tops.reached(goes.file(), use);
      boolean beside =
          reached != null
              && reached.top().file() == goes.file()
              && !goes.decls().contains(reached.top().decl())
              && move.names().decl(reached.top()).sort() != Sort.TYPE;
      Place user = beside ? tops.top(Place.of(goes.file(), use.decl())) : null;
      if (user != null && goes.decls().contains(user.decl())) {
        refuseLoaded(
            goes,
            move.names().decl(reached.top()),
            "'"
                + tops.own(reached.top())
                + "' is loaded with this source alone, and would be needed elsewhere.");
      }
    }
  }

  private void refuseLoaded(Departure goes, Decl one, String message) {
    move.refuse(RefusalCode.NOT_YET, message, goes.file(), one.nameAt(), one.nameAt() + 1);
  }

  /** A source that has to lie where it lies. */
  private void place(Departure goes) {
    String path = move.path(goes.file());
    if (!goes.whole() || path.equals(goes.to())) {
      return;
    }
    Set<String> files = move.project().files();
    SpaceSyntax.Stay stay = move.language().stays(move.tree(goes.file()), path, files);
    if (stay != null) {
      move.refuse(RefusalCode.NOT_YET, stay.reason(), goes.file(), stay.at(), stay.at() + 1);
    }
    if (Files.isSymbolicLink(move.sources().root().path().resolve(path))) {
      move.refuse(
          RefusalCode.LINKED_FILE, path + " is a symbolic link; move the file that it leads to.");
    }
    String name = path.substring(path.lastIndexOf('/') + 1);
    for (int file = 0; file < move.files(); file++) {
      if (file != goes.file() && move.text(file).contains(name)) {
        int at = move.language().reads(move.tree(file), move.path(file), path);
        if (at >= 0) {
          move.refuse(
              RefusalCode.NOT_YET,
              move.path(file) + " loads " + path + " by its path, which does not follow yet.",
              file,
              at,
              at + 1);
        }
      }
    }
  }
}
