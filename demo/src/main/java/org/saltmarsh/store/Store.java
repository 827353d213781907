package org.saltmarsh.store;

import java.util.List;
import java.util.Optional;

/** Keeps things by their key. */
public interface Store<K extends Comparable<K>, V> {
  void put(K key, V value);

  Optional<V> get(K key);

  List<V> all();
}
