package org.saltmarsh.store;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** A store that forgets when the house closes. */
public class MemoryStore<K extends Comparable<K>, V> implements Store<K, V> {
  private final Map<K, V> values = new TreeMap<>();

  @Override
  public void put(K key, V value) {
    values.put(key, value);
  }

  @Override
  public Optional<V> get(K key) {
    return Optional.ofNullable(values.get(key));
  }

  @Override
  public List<V> all() {
    return List.copyOf(values.values());
  }
}
