package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.io.JsonStringEncoder;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** Says a step as a plan file has it. */
final class StepText {
  /** What YAML takes for a text without quotes. */
  private static final Pattern PLAIN =
      Pattern.compile(
          "[A-Za-z_][A-Za-z0-9_.$/]*(?:#[A-Za-z0-9_$]+(?:\\([A-Za-z0-9_.$, \\[\\]]*\\))?)?");

  private StepText() {}

  /** The keys of a step in their order; values are texts, true, or lists of texts. */
  private static Map<String, Object> keys(Step step) {
    Map<String, Object> keys = new LinkedHashMap<>();
    keys.put(step.verb(), step.units().size() == 1 ? step.unit() : step.units());
    if (step instanceof Step.Move move) {
      keys.put("into", move.into());
      put(keys, "through", move.through());
      put(keys, "old", move.old());
      put(keys, "module", move.module());
    } else if (step instanceof Step.Rename rename) {
      keys.put("to", rename.to());
    } else if (step instanceof Step.Sort sort && !sort.order().isEmpty()) {
      keys.put("order", sort.order().stream().map(group -> group.word()).toList());
    }
    seams(step, keys);
    for (Leave leave : Leave.values()) {
      if (leave.isFlag() && step.may(leave)) {
        keys.put(leave.word(), true);
      }
    }
    if (step.may(Leave.SERIAL)) {
      keys.put("serial", "keep");
    }
    if (step.may(Leave.FORWARD)) {
      keys.put("leave", "forward");
    }
    if (step.may(Leave.MENTIONS)) {
      keys.put("mentions", "change");
    }
    return keys;
  }

  /** The keys of verbs that write code anew. */
  private static void seams(Step step, Map<String, Object> keys) {
    if (step instanceof Step.Extract extract) {
      put(keys, "code", extract.code());
      put(keys, "lines", extract.lines());
      put(keys, "as", extract.as());
      put(keys, "access", extract.access().equals("private") ? "" : extract.access());
      put(keys, "into", extract.into());
    } else if (step instanceof Step.Merge merge) {
      keys.put("into", merge.into());
    } else if (step instanceof Step.Field field) {
      keys.put("variable", field.variable());
      put(keys, "as", field.as());
    } else if (step instanceof Step.Inline inline) {
      put(keys, "variable", inline.variable());
    } else if (step instanceof Step.Signature signature) {
      if (signature.parameters() != null) {
        keys.put("parameters", signature.parameters());
      }
      put(keys, "gives", signature.gives());
      put(keys, "to", signature.to());
    } else if (step instanceof Step.Interface cut) {
      put(keys, "as", cut.as());
      keys.put("members", cut.members().size() == 1 ? cut.members().get(0) : cut.members());
      put(keys, "for", cut.users());
      put(keys, "stand-in", cut.standIn());
    } else if (step instanceof Step.Inject inject) {
      put(keys, "what", inject.what());
      put(keys, "as", inject.as());
      put(keys, "type", inject.type());
      put(keys, "through", inject.byMethods() ? "parameter" : "");
      put(keys, "callers", inject.keep() ? "keep" : "");
      put(keys, "stand-in", inject.standIn());
    } else if (step instanceof Step.Lift lift) {
      put(keys, "code", lift.code());
      put(keys, "as", lift.as());
      put(
          keys,
          lift.until().isEmpty() ? "up" : "until",
          lift.until().isEmpty() ? String.valueOf(lift.up()) : lift.until());
    } else if (step instanceof Step.Factory factory) {
      put(keys, "in", factory.in());
      put(keys, "gives", factory.gives());
    } else if (step instanceof Step.Bundle bundle) {
      keys.put("parameters", bundle.parameters());
      put(keys, "as", bundle.as());
      put(keys, "called", bundle.called());
    } else if (step instanceof Step.Split split) {
      keys.put("out", split.out());
      put(keys, "as", split.as());
      put(keys, "called", split.called());
    } else if (step instanceof Step.Base base) {
      put(keys, "as", base.as());
      put(keys, "varying", base.varying());
    } else if (step instanceof Step.Compose compose) {
      put(keys, "as", compose.as());
    } else if (step instanceof Step.Strategy strategy) {
      put(keys, "as", strategy.as());
      put(keys, "names", strategy.names());
      put(keys, "called", strategy.called());
    } else if (step instanceof Step.Listen listen) {
      keys.put("calls", listen.calls());
      put(keys, "as", listen.as());
      put(keys, "joined-in", listen.joinedIn());
    } else if (step instanceof Step.Use use) {
      put(keys, "instead-of", use.insteadOf());
      put(keys, "for", use.users());
    }
  }

  private static void put(Map<String, Object> keys, String key, Object value) {
    boolean empty = value instanceof List<?> list ? list.isEmpty() : value.toString().isEmpty();
    if (!empty) {
      keys.put(key, value);
    }
  }

  /** As an object of JSON. */
  static void json(JsonGenerator json, Step step) throws IOException {
    json.writeStartObject();
    for (Map.Entry<String, Object> key : keys(step).entrySet()) {
      json.writeFieldName(key.getKey());
      if (key.getValue() instanceof List<?> list) {
        json.writeStartArray();
        for (Object one : list) {
          if (one instanceof Step.Parameter parameter && parameter.isNew()) {
            json.writeStartObject();
            json.writeStringField("new", parameter.name());
            json.writeStringField("type", parameter.type());
            json.writeStringField("value", parameter.value());
            json.writeEndObject();
          } else {
            json.writeString(one instanceof Step.Parameter p ? p.name() : one.toString());
          }
        }
        json.writeEndArray();
      } else if (key.getValue() instanceof Boolean flag) {
        json.writeBoolean(flag);
      } else {
        json.writeString(key.getValue().toString());
      }
    }
    json.writeEndObject();
  }

  /** As lines of a plan, the first one with the mark of an entry. */
  static String yaml(Step step) {
    StringBuilder text = new StringBuilder();
    keys(step)
        .forEach(
            (key, value) -> {
              text.append(text.isEmpty() ? "  - " : "    ").append(key).append(": ");
              text.append(value instanceof List<?> list ? list(list) : scalar(value)).append('\n');
            });
    return text.toString();
  }

  private static String list(List<?> values) {
    return "[" + String.join(", ", values.stream().map(StepText::entry).toList()) + "]";
  }

  private static String entry(Object value) {
    if (value instanceof Step.Parameter parameter && parameter.isNew()) {
      return "{new: "
          + quoted(parameter.name())
          + ", type: "
          + quoted(parameter.type())
          + ", value: "
          + quoted(parameter.value())
          + "}";
    }
    return quoted(value instanceof Step.Parameter parameter ? parameter.name() : value.toString());
  }

  private static String scalar(Object value) {
    String text = value.toString();
    return value instanceof Boolean || PLAIN.matcher(text).matches() ? text : quoted(text);
  }

  /** Any text between quotes, as JSON and YAML have it alike. */
  private static String quoted(String text) {
    return "\"" + new String(JsonStringEncoder.getInstance().quoteAsString(text)) + "\"";
  }
}
