package dev.vinesorter.report;

import java.io.StringWriter;
import java.util.Locale;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/**
 * An SVG picture in the making. It needs nothing from outside: no font, style sheet or script.
 * Lengths are in pixels; all text is escaped. Colour never carries a meaning alone.
 */
final class Svg {
  /** Text. */
  static final String INK = "#26323b";

  /** What matters less. */
  static final String FAINT = "#7d8a92";

  /** Hair lines and borders. */
  static final String LINE = "#c9c4b6";

  /** The ground. */
  static final String PAPER = "#fdfcf8";

  /** Bands and boxes. */
  static final String SAND = "#f1ecdf";

  /** What belongs together. */
  static final String MOSS = "#dfe8d2";

  /** What runs the wrong way. */
  static final String PLUM = "#94124f";

  /** The mean width of a char of the sans-serif font, as a part of its size. */
  private static final double CHAR_WIDTH = 0.56;

  private final StringWriter text = new StringWriter();
  private final XMLStreamWriter xml;

  private Svg(double width, double height, String title) {
    try {
      xml = XMLOutputFactory.newInstance().createXMLStreamWriter(text);
      xml.writeStartElement("svg");
      xml.writeDefaultNamespace("http://www.w3.org/2000/svg");
      xml.writeAttribute("viewBox", "0 0 " + number(width) + " " + number(height));
      xml.writeAttribute("width", number(width));
      xml.writeAttribute("height", number(height));
      xml.writeAttribute("font-family", "Helvetica, Arial, sans-serif");
      xml.writeStartElement("title");
      xml.writeCharacters(Page.printable(title));
      xml.writeEndElement();
    } catch (XMLStreamException e) {
      throw new IllegalStateException("Writing to memory does not fail.", e);
    }
    box(0, 0, width, height, PAPER, "none", 0);
  }

  static Svg of(double width, double height, String title) {
    return new Svg(width, height, title);
  }

  /** How wide a text is, about. */
  static double width(String shown, double size) {
    return shown.length() * size * CHAR_WIDTH;
  }

  static String number(double value) {
    String plain = String.format(Locale.ROOT, "%.1f", value);
    return plain.endsWith(".0") ? plain.substring(0, plain.length() - 2) : plain;
  }

  Svg box(double x, double y, double width, double height, String fill, String line, double round) {
    return element(
        "rect",
        null,
        "x",
        number(x),
        "y",
        number(y),
        "width",
        number(width),
        "height",
        number(height),
        "rx",
        number(round),
        "fill",
        fill,
        "stroke",
        line);
  }

  Svg line(double x1, double y1, double x2, double y2, String colour, double thick) {
    return path(
        "M" + number(x1) + " " + number(y1) + "L" + number(x2) + " " + number(y2), colour, thick);
  }

  Svg path(String data, String colour, double thick) {
    return element(
        "path",
        null,
        "d",
        data,
        "fill",
        "none",
        "stroke",
        colour,
        "stroke-width",
        number(thick),
        "stroke-linecap",
        "round");
  }

  /** A filled shape. */
  Svg shape(String data, String colour) {
    return element("path", null, "d", data, "fill", colour);
  }

  /** Text; the anchor is start, middle or end. */
  Svg text(double x, double y, double size, String colour, String anchor, String shown) {
    return text(x, y, size, "normal", colour, anchor, shown);
  }

  /** The same in bold. */
  Svg bold(double x, double y, double size, String colour, String anchor, String shown) {
    return text(x, y, size, "bold", colour, anchor, shown);
  }

  private Svg text(
      double x, double y, double size, String weight, String colour, String anchor, String shown) {
    return element(
        "text",
        Page.printable(shown),
        "x",
        number(x),
        "y",
        number(y),
        "font-size",
        number(size),
        "font-weight",
        weight,
        "fill",
        colour,
        "text-anchor",
        anchor);
  }

  private Svg element(String name, String content, String... attributes) {
    try {
      if (content == null) {
        xml.writeEmptyElement(name);
      } else {
        xml.writeStartElement(name);
      }
      for (int a = 0; a < attributes.length; a += 2) {
        xml.writeAttribute(attributes[a], attributes[a + 1]);
      }
      if (content != null) {
        xml.writeCharacters(content);
        xml.writeEndElement();
      }
      return this;
    } catch (XMLStreamException e) {
      throw new IllegalStateException("Writing to memory does not fail.", e);
    }
  }

  /** The finished picture. */
  String finished() {
    try {
      xml.writeEndElement();
      xml.flush();
      return text.append('\n').toString();
    } catch (XMLStreamException e) {
      throw new IllegalStateException("Writing to memory does not fail.", e);
    }
  }
}
