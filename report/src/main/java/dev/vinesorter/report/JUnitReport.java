package dev.vinesorter.report;

import dev.vinesorter.core.trellis.Breach;
import java.io.StringWriter;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/**
 * Breaches as test results that build servers read: a suite with one case for each breach, failed
 * when it is new and skipped when it was accepted, and one case that passes when there is none.
 */
public final class JUnitReport {
  private JUnitReport() {}

  public static String of(CheckReport check) {
    Map<String, List<Breach>> suites = new TreeMap<>();
    for (Breach breach : check.inspection().breaches()) {
      suites.computeIfAbsent(breach.rule(), r -> new java.util.ArrayList<>()).add(breach);
    }
    int fresh = check.fresh().size();
    int all = check.inspection().breaches().size();
    StringWriter text = new StringWriter();
    try {
      XMLStreamWriter xml = XMLOutputFactory.newInstance().createXMLStreamWriter(text);
      xml.writeStartDocument("UTF-8", "1.0");
      xml.writeCharacters("\n");
      xml.writeStartElement("testsuites");
      counts(xml, "trellis", Math.max(1, all), fresh, all - fresh);
      if (all == 0) {
        xml.writeStartElement("testsuite");
        counts(xml, "trellis", 1, 0, 0);
        xml.writeEmptyElement("testcase");
        xml.writeAttribute("classname", "trellis");
        xml.writeAttribute("name", "the code keeps to its trellis");
        xml.writeEndElement();
      }
      for (Map.Entry<String, List<Breach>> suite : suites.entrySet()) {
        int failures =
            (int) suite.getValue().stream().filter(b -> !check.known().covers(b)).count();
        int size = suite.getValue().size();
        xml.writeCharacters("\n  ");
        xml.writeStartElement("testsuite");
        counts(xml, "trellis " + suite.getKey(), size, failures, size - failures);
        for (Breach breach : suite.getValue()) {
          breach(xml, check, breach);
        }
        xml.writeCharacters("\n  ");
        xml.writeEndElement();
      }
      xml.writeCharacters("\n");
      xml.writeEndElement();
      xml.writeEndDocument();
      xml.flush();
      return text.append('\n').toString();
    } catch (XMLStreamException e) {
      throw new IllegalStateException("Writing to memory does not fail.", e);
    }
  }

  private static void counts(XMLStreamWriter xml, String name, int tests, int failures, int skipped)
      throws XMLStreamException {
    xml.writeAttribute("name", name);
    xml.writeAttribute("tests", String.valueOf(tests));
    xml.writeAttribute("failures", String.valueOf(failures));
    xml.writeAttribute("errors", "0");
    xml.writeAttribute("skipped", String.valueOf(skipped));
  }

  private static void breach(XMLStreamWriter xml, CheckReport check, Breach breach)
      throws XMLStreamException {
    xml.writeCharacters("\n    ");
    xml.writeStartElement("testcase");
    xml.writeAttribute("classname", Page.printable(breach.from()));
    xml.writeAttribute(
        "name", Page.printable(breach.rule() + (breach.isLimit() ? "" : " -> " + breach.to())));
    if (check.known().covers(breach)) {
      xml.writeEmptyElement("skipped");
      xml.writeAttribute("message", "accepted in trellis.known.yaml");
    } else {
      xml.writeStartElement("failure");
      xml.writeAttribute("type", breach.rule());
      xml.writeAttribute("message", Page.printable(breach.says()));
      StringBuilder places = new StringBuilder();
      for (Place place : check.places(breach)) {
        places.append(Page.printable(place.file())).append(':').append(place.line()).append('\n');
      }
      xml.writeCharacters(places.toString());
      xml.writeEndElement();
    }
    xml.writeEndElement();
  }
}
