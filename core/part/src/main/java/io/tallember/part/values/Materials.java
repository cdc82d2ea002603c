package io.tallember.part.values;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.OptionalDouble;

/** Materials to choose from, with densities in g/cm3. */
public final class Materials {
    private static final Map<String, Double> DENSITIES = read();

    private Materials() {}

    public static Map<String, Double> densities() {
        return DENSITIES;
    }

    /** In kg of a volume in mm3; nothing for a material that isn't in the table. */
    public static OptionalDouble mass(String material, double volume) {
        Double d = DENSITIES.get(material);
        return d == null ? OptionalDouble.empty() : OptionalDouble.of(volume * d * 1e-6);
    }

    private static Map<String, Double> read() {
        Map<String, Double> out = new LinkedHashMap<>();
        try (InputStream in = Materials.class.getResourceAsStream("/io/tallember/part/materials.csv")) {
            new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(l -> !l.startsWith("#") && !l.startsWith("name,"))
                    .forEach(l -> {
                        int comma = l.lastIndexOf(',');
                        out.put(l.substring(0, comma), Double.parseDouble(l.substring(comma + 1)));
                    });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return java.util.Collections.unmodifiableMap(out);
    }
}
