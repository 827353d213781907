package dev.vinesorter.cli;

import dev.vinesorter.core.model.Level;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** Reads a level's word. */
final class LevelConverter implements ITypeConverter<Level> {
  @Override
  public Level convert(String word) {
    try {
      return Level.of(word);
    } catch (IllegalArgumentException e) {
      throw new TypeConversionException(e.getMessage());
    }
  }
}
