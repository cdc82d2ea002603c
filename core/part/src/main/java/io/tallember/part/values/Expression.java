package io.tallember.part.values;

import io.tallember.part.Refusal;
import io.tallember.part.Unit;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Formulas: numbers with units, names, + - * / ^, brackets, the functions sqrt, abs, round, floor, ceil, sin, cos, tan, asin,
 * acos, atan, min, max, and conditions such as {@code if(wall > 3 mm, 2, 1)} with &lt;, &lt;=, &gt;, &gt;=, = and the words and, or.
 * Recursive descent over the text; evaluated as it is read.
 */
final class Expression {
    static final int LONGEST = 200;
    /** A name that isn't the unit right behind a number, nor a function. */
    private static final Pattern NAME = Pattern.compile("(?<![A-Za-z0-9_.])[A-Za-z][A-Za-z0-9_]*+(?!\\s*\\()");

    private final String text;
    private final Unit unit;
    private final Function<String, Amount> names;
    private int at;
    /** Above zero while a branch is read that a condition doesn't take. */
    private int idle;
    /** Where plain numbers stand that count as lengths beside one: from and to. */
    private final List<int[]> lengths = new ArrayList<>();

    private Expression(String text, Unit unit, Function<String, Amount> names) {
        this.text = text;
        this.unit = unit;
        this.names = names;
    }

    /**
     * What a formula comes to.
     *
     * @param unit the unit of numbers that stand without one beside lengths
     * @param names from a name to its amount; throws when there is none
     * @throws io.tallember.geometry.GeometryException BAD_VALUE with the place
     */
    static Amount evaluate(String text, Unit unit, Function<String, Amount> names) {
        if (text.length() > LONGEST) {
            throw Refusal.of("A formula has at most " + LONGEST + " characters.");
        }
        Expression e = new Expression(text, unit, names);
        Amount a = e.sum();
        e.space();
        if (e.at < text.length()) {
            throw e.wrong("something more is there");
        }
        if (!Double.isFinite(a.number())) {
            throw e.wrong("it has no finite value");
        }
        return a;
    }

    /**
     * The formula with a unit written to every plain number that counts as a length, so that it means the same in a part of
     * another unit.
     *
     * @param unit what plain numbers count in so far
     * @param wanted whether the whole is to be a length
     */
    static String withUnits(String text, Unit unit, Function<String, Amount> names, boolean wanted) {
        Expression e = new Expression(text, unit, names);
        e.counts(e.sum(), 0, wanted);
        StringBuilder out = new StringBuilder(text);
        e.lengths.sort((p, q) -> p[1] != q[1] ? q[1] - p[1] : p[0] - q[0]);
        for (int[] r : e.lengths) {
            String part = text.substring(r[0], r[1]);
            int from = r[0] + part.length() - part.stripLeading().length();
            int to = r[0] + part.stripTrailing().length();
            String core = text.substring(from, to);
            if (core.matches("[0-9.]+")) {
                out.insert(to, " " + unit.word());
            } else if (core.matches("[A-Za-z0-9_.]+")) {
                out.insert(to, " * 1 " + unit.word());
            } else {
                out.insert(to, ") * 1 " + unit.word()).insert(from, "(");
            }
        }
        return out.toString();
    }

    /** Notes that what was read from a place on counts as a length, if it is a plain number. */
    private void counts(Amount a, int from, boolean asLength) {
        if (asLength && a.isPlain()) {
            lengths.removeIf(r -> r[0] >= from && r[1] <= at);
            lengths.add(new int[] {from, at});
        }
    }

    private static boolean length(Amount a) {
        return a.length() == 1 && a.angle() == 0;
    }

    /** The names of values that a formula uses. */
    static Set<String> names(String text) {
        Set<String> out = new LinkedHashSet<>();
        Matcher m = NAME.matcher(text);
        while (m.find()) {
            if (!Unit.isUnit(m.group())) {
                out.add(m.group());
            }
        }
        return out;
    }

    /** The formula with one name put in another's place. */
    static String renamed(String text, String from, String to) {
        return text.replaceAll("(?<![A-Za-z0-9_])" + from + "(?![A-Za-z0-9_])", to);
    }

    private io.tallember.geometry.GeometryException wrong(String why) {
        return Refusal.of(Refusal.quoted(text) + " can't be worked out: " + why + " at character " + (at + 1) + ".");
    }

    private void space() {
        while (at < text.length() && text.charAt(at) == ' ') {
            at++;
        }
    }

    private boolean take(char c) {
        space();
        if (at < text.length() && text.charAt(at) == c) {
            at++;
            return true;
        }
        return false;
    }

    private Amount sum() {
        int begin = at;
        Amount a = product();
        while (true) {
            int end = at;
            double sign;
            if (take('+')) {
                sign = 1;
            } else if (take('-')) {
                sign = -1;
            } else {
                return a;
            }
            int second = at;
            Amount b = product();
            counts(b, second, length(a));
            noteFirst(a, begin, end, length(b));
            try {
                Amount x = a.like(b, unit.millimetres());
                Amount y = b.like(a, unit.millimetres());
                a = new Amount(x.number() + sign * y.number(), x.length(), x.angle());
            } catch (io.tallember.geometry.GeometryException e) {
                throw wrong(e.getMessage());
            }
        }
    }

    private void noteFirst(Amount a, int from, int to, boolean asLength) {
        int now = at;
        at = to;
        counts(a, from, asLength);
        at = now;
    }

    private Amount product() {
        Amount a = signed();
        while (true) {
            if (take('*')) {
                Amount b = signed();
                a = new Amount(a.number() * b.number(), a.length() + b.length(), a.angle() + b.angle());
            } else if (take('/')) {
                Amount b = signed();
                if (b.number() == 0) {
                    if (idle == 0) {
                        throw wrong("it divides by zero");
                    }
                    b = new Amount(1, b.length(), b.angle());
                }
                a = new Amount(a.number() / b.number(), a.length() - b.length(), a.angle() - b.angle());
            } else {
                return a;
            }
        }
    }

    private Amount signed() {
        if (take('-')) {
            Amount a = signed();
            return new Amount(-a.number(), a.length(), a.angle());
        }
        Amount a = atom();
        if (take('^')) {
            Amount n = signed();
            int power = (int) n.number();
            if (!n.isPlain() || power != n.number() || Math.abs(power) > 6) {
                throw wrong("a power must be a whole number up to 6");
            }
            return new Amount(Math.pow(a.number(), power), a.length() * power, a.angle() * power);
        }
        return a;
    }

    private Amount atom() {
        space();
        if (at >= text.length()) {
            throw wrong("it breaks off");
        }
        if (take('(')) {
            Amount a = sum();
            if (!take(')')) {
                throw wrong("a bracket isn't closed");
            }
            return a;
        }
        char c = text.charAt(at);
        if (Character.isDigit(c) || c == '.') {
            return number();
        }
        if (Character.isLetter(c)) {
            String name = word();
            return take('(') ? function(name) : names.apply(name);
        }
        throw wrong("a number or a name is missing");
    }

    private String word() {
        int begin = at;
        while (at < text.length() && (Character.isLetterOrDigit(text.charAt(at)) || text.charAt(at) == '_')) {
            at++;
        }
        return text.substring(begin, at);
    }

    private Amount number() {
        int begin = at;
        while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
            at++;
        }
        double n;
        try {
            n = Double.parseDouble(text.substring(begin, at));
        } catch (NumberFormatException e) {
            throw wrong("a number isn't sound");
        }
        int after = at;
        space();
        String u = at < text.length() && text.charAt(at) == '°' ? "°" : word().toLowerCase(Locale.ROOT);
        switch (u) {
            case "mm", "cm", "in":
                return new Amount(n * Unit.of(u).millimetres(), 1, 0);
            case "m":
                return new Amount(n * 1000, 1, 0);
            case "deg":
                return new Amount(Math.toRadians(n), 0, 1);
            case "°":
                at++;
                return new Amount(Math.toRadians(n), 0, 1);
            default:
                at = after;
                return Amount.plain(n);
        }
    }

    private Amount function(String name) {
        if (name.equals("if")) {
            return choice();
        }
        int begin = at;
        Amount a = sum();
        Amount out = switch (name) {
            case "sqrt" -> root(a);
            case "abs" -> new Amount(Math.abs(a.number()), a.length(), a.angle());
            case "floor" -> new Amount(Math.floor(a.number()), a.length(), a.angle());
            case "ceil" -> new Amount(Math.ceil(a.number()), a.length(), a.angle());
            case "asin" -> back(a, Math::asin);
            case "acos" -> back(a, Math::acos);
            case "atan" -> back(a, Math::atan);
            case "round" -> new Amount(Math.rint(a.number()), a.length(), a.angle());
            case "sin" -> turn(a, Math::sin);
            case "cos" -> turn(a, Math::cos);
            case "tan" -> turn(a, Math::tan);
            case "min", "max" -> extreme(a, begin, name.equals("max"));
            default -> throw wrong("there is no function " + name);
        };
        if (!take(')')) {
            throw wrong("a bracket isn't closed");
        }
        return out;
    }

    /** {@code if(condition, then, else)}, with the opening bracket read. */
    private Amount choice() {
        boolean holds = condition();
        comma();
        idle += holds ? 0 : 1;
        int first = at;
        Amount then = sum();
        int end = at;
        idle += holds ? 1 : -1;
        comma();
        int second = at;
        Amount otherwise = sum();
        counts(otherwise, second, length(then));
        noteFirst(then, first, end, length(otherwise));
        idle -= holds ? 1 : 0;
        if (!take(')')) {
            throw wrong("a bracket isn't closed");
        }
        Amount taken = holds ? then : otherwise;
        // beside a length in the other branch a plain number is one too, whichever is taken
        return taken.isPlain() && length(holds ? otherwise : then)
                ? taken.like(holds ? otherwise : then, unit.millimetres())
                : taken;
    }

    private void comma() {
        if (!take(',')) {
            throw wrong("a comma is missing");
        }
    }

    private boolean condition() {
        boolean a = comparison();
        while (true) {
            if (word("and")) {
                a &= comparison();
            } else if (word("or")) {
                a |= comparison();
            } else {
                return a;
            }
        }
    }

    private boolean word(String w) {
        space();
        boolean there = text.startsWith(w, at)
                && (at + w.length() == text.length() || !Character.isLetterOrDigit(text.charAt(at + w.length())));
        at += there ? w.length() : 0;
        return there;
    }

    private boolean comparison() {
        int first = at;
        Amount a = sum();
        int end = at;
        boolean less = take('<');
        boolean more = !less && take('>');
        boolean same = take('=');
        if (!less && !more && !same) {
            throw wrong("a comparison is missing");
        }
        int second = at;
        Amount b = sum();
        counts(b, second, length(a));
        noteFirst(a, first, end, length(b));
        int c = Double.compare(
                a.like(b, unit.millimetres()).number(),
                b.like(a, unit.millimetres()).number());
        return less && c < 0 || more && c > 0 || same && c == 0;
    }

    private Amount back(Amount a, UnaryOperator<Double> f) {
        double v = f.apply(a.number());
        if (!a.isPlain() || Double.isNaN(v) && idle == 0) {
            throw wrong("a plain number from -1 to 1 is needed");
        }
        return new Amount(v, 0, 1);
    }

    private Amount root(Amount a) {
        if (a.number() < 0 && idle > 0) {
            return new Amount(0, a.length() / 2, a.angle() / 2);
        }
        if (a.number() < 0 || a.length() % 2 != 0 || a.angle() % 2 != 0) {
            throw wrong("this has no square root");
        }
        return new Amount(Math.sqrt(a.number()), a.length() / 2, a.angle() / 2);
    }

    private Amount turn(Amount a, UnaryOperator<Double> f) {
        if (a.length() != 0) {
            throw wrong("an angle is needed");
        }
        return Amount.plain(f.apply(a.isPlain() ? Math.toRadians(a.number()) : a.number()));
    }

    private Amount extreme(Amount first, int begin, boolean most) {
        Amount a = first;
        List<int[]> plain = new ArrayList<>();
        if (first.isPlain()) {
            plain.add(new int[] {begin, at});
        }
        boolean anyLength = length(first);
        while (take(',')) {
            int from = at;
            Amount b = sum();
            if (b.isPlain()) {
                plain.add(new int[] {from, at});
            }
            anyLength |= length(b);
            Amount x = a.like(b, unit.millimetres());
            Amount y = b.like(a, unit.millimetres());
            a = x.number() > y.number() == most ? x : y;
        }
        if (anyLength) {
            lengths.addAll(plain);
        }
        return a;
    }
}
