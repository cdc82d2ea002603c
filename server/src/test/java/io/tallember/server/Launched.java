package io.tallember.server;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The application as a process of its own. */
record Launched(Process process, int port, BufferedReader out) {
    private static final Pattern READY = Pattern.compile("ready: http://localhost:(\\d+)/");

    static Process begin(Path data) throws IOException {
        return new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        TallEmber.class.getName(),
                        "--empty",
                        "--data=" + data,
                        "--port=0")
                .redirectErrorStream(true)
                .start();
    }

    /** Started and ready to answer. */
    static Launched start(Path data) throws IOException {
        Process process = begin(data);
        BufferedReader out =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        StringBuilder said = new StringBuilder();
        for (String line = out.readLine(); line != null; line = out.readLine()) {
            said.append(line).append('\n');
            Matcher m = READY.matcher(line);
            if (m.find()) {
                return new Launched(process, Integer.parseInt(m.group(1)), out);
            }
        }
        throw new IllegalStateException("the server did not start:\n" + said);
    }
}
