package io.tallember.part.values;

import io.tallember.part.Command;
import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The table of values as CSV (RFC 4180): a header line, then name and formula. */
public final class ValuesCsv {
    private static final String HEADER = "name,formula";
    private static final int MOST = 1_000;

    private ValuesCsv() {}

    public static String write(PartDocument doc) {
        StringBuilder b = new StringBuilder(HEADER + "\r\n");
        doc.values()
                .forEach(v ->
                        b.append(v.name()).append(',').append(cell(v.formula())).append("\r\n"));
        return b.toString();
    }

    private static String cell(String text) {
        return text.matches("[^\",\r\n]*") ? text : '"' + text.replace("\"", "\"\"") + '"';
    }

    /**
     * Takes over a table: values of the same name get its formulas, others are added, none is taken out. Cells may be set apart by
     * commas, semicolons or tabs.
     *
     * @throws io.tallember.geometry.GeometryException BAD_VALUE naming the line that can't be read
     */
    public static Command read(String text) {
        Map<String, String> out = new LinkedHashMap<>();
        String[] lines = text.replace("\uFEFF", "").split("\r\n|\n|\r");
        if (lines.length > MOST) {
            throw Refusal.of("A table of values has at most " + MOST + " lines.");
        }
        for (int i = 0; i < lines.length; i++) {
            if (lines[i].isBlank()) {
                continue;
            }
            List<String> cells = cells(lines[i]);
            if (cells.size() < 2 || cells.get(1).isBlank()) {
                throw Refusal.of("Line " + (i + 1) + " of the table needs a name and a formula.");
            }
            boolean header = i == 0 && cells.get(0).equalsIgnoreCase("name");
            if (!header && out.put(cells.get(0).strip(), cells.get(1).strip()) != null) {
                throw Refusal.of("Line " + (i + 1) + " of the table names " + cells.get(0) + " again.");
            }
        }
        if (out.isEmpty()) {
            throw Refusal.of("The table has no values: each line needs a name and a formula.");
        }
        return new Command.TakeValues(out);
    }

    private static List<String> cells(String line) {
        char apart = line.indexOf('\t') >= 0 ? '\t' : line.indexOf(';') >= 0 ? ';' : ',';
        List<String> out = new ArrayList<>();
        StringBuilder cell = new StringBuilder();
        boolean quoted = false;
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            if (c == '"' && quoted && i + 1 < line.length() && line.charAt(i + 1) == '"') {
                cell.append('"');
                i++;
            } else if (c == '"') {
                quoted = !quoted;
            } else if (c == apart && !quoted) {
                out.add(cell.toString());
                cell.setLength(0);
            } else {
                cell.append(c);
            }
        }
        out.add(cell.toString());
        return out;
    }
}
