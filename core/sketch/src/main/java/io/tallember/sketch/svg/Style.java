package io.tallember.sketch.svg;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/**
 * What holds for an element by its own style, the file's style sheets and its attributes, in this order (Cascading Style
 * Sheets, level 2, with selectors of one element: kind, class, id).
 */
final class Style {
    private static final Pattern RULE = Pattern.compile("([^{}]+)\\{([^{}]*)}");
    private static final Pattern PART = Pattern.compile("([.#]?)([\\w-]+|\\*)");

    private record Rule(String selector, int weight, Map<String, String> says) {}

    private final List<Rule> rules = new ArrayList<>();

    Style(Element root) {
        NodeList all = root.getElementsByTagNameNS("*", "style");
        for (int i = 0; i < all.getLength(); i++) {
            String text = all.item(i).getTextContent().replaceAll("(?s)/\\*.*?\\*/", "");
            Matcher m = RULE.matcher(text);
            while (m.find()) {
                for (String selector : m.group(1).split(",")) {
                    rules.add(new Rule(selector.strip(), weight(selector), declarations(m.group(2))));
                }
            }
        }
        rules.sort(Comparator.comparingInt(Rule::weight));
    }

    private static int weight(String selector) {
        return (int) (100 * selector.chars().filter(c -> c == '#').count()
                + 10 * selector.chars().filter(c -> c == '.').count());
    }

    private static Map<String, String> declarations(String text) {
        Map<String, String> out = new LinkedHashMap<>();
        for (String d : text.split(";")) {
            int colon = d.indexOf(':');
            if (colon > 0) {
                out.put(
                        d.substring(0, colon).strip().toLowerCase(java.util.Locale.ROOT),
                        d.substring(colon + 1).replace("!important", "").strip());
            }
        }
        return out;
    }

    private static boolean matches(String selector, Element e) {
        Matcher m = PART.matcher(selector);
        int at = 0;
        while (m.lookingAt()) {
            String name = m.group(2);
            boolean is = switch (m.group(1)) {
                case "." ->
                    List.of(e.getAttribute("class").strip().split("\\s+")).contains(name);
                case "#" -> e.getAttribute("id").equals(name);
                default -> name.equals("*") || e.getLocalName().equals(name);
            };
            if (!is) {
                return false;
            }
            at = m.end();
            m.region(at, selector.length());
        }
        return at == selector.length() && at > 0;
    }

    /** What a style says of an element, not what an attribute says. */
    Optional<String> said(Element e, String name) {
        String own = declarations(e.getAttribute("style")).get(name);
        if (own != null) {
            return Optional.of(own);
        }
        String out = null;
        for (Rule r : rules) {
            if (r.says().containsKey(name) && matches(r.selector(), e)) {
                out = r.says().get(name);
            }
        }
        return Optional.ofNullable(out);
    }

    /** What a style says of an element, or else its attribute; empty when neither does. */
    String of(Element e, String name) {
        return said(e, name).orElseGet(() -> e.getAttribute(name)).strip();
    }
}
