package io.tallember.browser;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The volume of the solid in a STEP file, read from its text alone: faces flat or upright cylinders, edges lines or circles.
 * Written apart from the writer, so that its errors don't hide here. Each flat face square to z adds its area times its
 * height (Gauss); the area comes from its edges (Green).
 */
final class StepVolume {
    private final Map<Integer, String> entities = new HashMap<>();

    StepVolume(String text) {
        Matcher m = Pattern.compile("#(\\d+)=(.*?);\\s*\\n").matcher(text);
        while (m.find()) {
            entities.put(Integer.valueOf(m.group(1)), m.group(2));
        }
    }

    double volume() {
        double sum = 0;
        for (String e : entities.values()) {
            if (e.startsWith("ADVANCED_FACE")) {
                sum += flux(e);
            }
        }
        return sum;
    }

    /** The face's part of the flux of (0, 0, z). */
    private double flux(String face) {
        List<Integer> refs = refs(face);
        String surface = entities.get(refs.get(refs.size() - 1));
        if (!surface.startsWith("PLANE")) {
            return 0; // upright walls have no part in z
        }
        List<Integer> frame = refs(entities.get(refs(surface).get(0)));
        double[] normal = numbers(entities.get(frame.get(1)));
        double z = numbers(entities.get(frame.get(0)))[2];
        if (Math.abs(normal[2]) < 0.5) {
            return 0;
        }
        double area = 0;
        for (int bound : refs.subList(0, refs.size() - 1)) {
            for (int oriented : refs(entities.get(refs(entities.get(bound)).get(0)))) {
                area += green(entities.get(oriented));
            }
        }
        return z * area;
    }

    /** Half the integral of x dy - y dx along an oriented edge. */
    private double green(String oriented) {
        boolean forward = oriented.endsWith(".T.)");
        List<Integer> edge = refs(entities.get(refs(oriented).get(0)));
        double[] a = vertex(edge.get(0));
        double[] b = vertex(edge.get(1));
        String curve = entities.get(edge.get(2));
        double half = (a[0] * b[1] - a[1] * b[0]) / 2;
        if (curve.startsWith("CIRCLE")) {
            double r = Double.parseDouble(curve.substring(curve.lastIndexOf(',') + 1, curve.length() - 1));
            List<Integer> frame = refs(entities.get(refs(curve).get(0)));
            double[] c = numbers(entities.get(frame.get(0)));
            double sense = Math.signum(numbers(entities.get(frame.get(1)))[2]);
            double turn = sense * (Math.atan2(b[1] - c[1], b[0] - c[0]) - Math.atan2(a[1] - c[1], a[0] - c[0]));
            turn = turn <= 1e-9 ? turn + 2 * Math.PI : turn;
            half += sense * r * r * (turn - Math.sin(turn)) / 2;
        }
        return forward ? half : -half;
    }

    private double[] vertex(int id) {
        return numbers(entities.get(refs(entities.get(id)).get(0)));
    }

    private static List<Integer> refs(String entity) {
        List<Integer> out = new ArrayList<>();
        Matcher m = Pattern.compile("#(\\d+)").matcher(entity);
        while (m.find()) {
            out.add(Integer.valueOf(m.group(1)));
        }
        return out;
    }

    private static double[] numbers(String entity) {
        String[] parts = entity.substring(entity.lastIndexOf('(') + 1, entity.indexOf(')'))
                .split(",");
        double[] out = new double[parts.length];
        for (int i = 0; i < parts.length; i++) {
            out[i] = Double.parseDouble(parts[i]);
        }
        return out;
    }
}
