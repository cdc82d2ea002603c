package io.tallember.part.file;

import io.tallember.part.PartDocument;
import io.tallember.part.Refusal;
import io.tallember.part.Value;
import io.tallember.part.commands.Command;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/** The table of values as CSV (RFC 4180): a header line, then name and formula. */
public final class ValuesCsv {
    private static final int MOST = 1_000;

    private ValuesCsv() {}

    public static String write(PartDocument doc) {
        StringBuilder b = new StringBuilder();
        try (CSVPrinter out = new CSVPrinter(b, CSVFormat.RFC4180)) {
            out.printRecord("name", "formula");
            for (Value v : doc.values()) {
                out.printRecord(v.name(), v.formula());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e); // a text in memory doesn't fail
        }
        return b.toString();
    }

    /**
     * Takes over a table: values of the same name get its formulas, others are added, none is taken out. Cells may be set apart by
     * commas, semicolons or tabs.
     *
     * @throws io.tallember.geometry.GeometryException BAD_VALUE naming the line that can't be read
     */
    public static Command read(String text) {
        Map<String, String> out = new LinkedHashMap<>();
        for (CSVRecord row : rows(text.replace("\uFEFF", ""))) {
            long line = row.getRecordNumber();
            if (row.size() < 2 || row.get(1).isBlank()) {
                throw Refusal.of("Line " + line + " of the table needs a name and a formula.");
            }
            boolean header = line == 1 && row.get(0).equalsIgnoreCase("name");
            if (!header && out.put(row.get(0).strip(), row.get(1).strip()) != null) {
                throw Refusal.of("Line " + line + " of the table names " + row.get(0) + " again.");
            }
        }
        if (out.isEmpty()) {
            throw Refusal.of("The table has no values: each line needs a name and a formula.");
        }
        return new Command.TakeValues(out);
    }

    private static List<CSVRecord> rows(String text) {
        String first = text.lines().findFirst().orElse("");
        char apart = first.indexOf('\t') >= 0 ? '\t' : first.indexOf(';') >= 0 ? ';' : ',';
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(apart)
                .setIgnoreEmptyLines(true)
                .get();
        List<CSVRecord> out = new ArrayList<>();
        try (CSVParser rows = CSVParser.parse(text, format)) {
            for (CSVRecord row : rows) {
                if (out.size() >= MOST) {
                    throw Refusal.of("A table of values has at most " + MOST + " lines.");
                }
                out.add(row);
            }
        } catch (IOException | UncheckedIOException e) {
            throw Refusal.of(
                    "Line " + (out.size() + 1) + " of the table can't be read: a quotation mark isn't closed.");
        }
        return out;
    }
}
