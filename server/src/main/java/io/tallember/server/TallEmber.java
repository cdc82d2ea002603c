package io.tallember.server;

import java.util.Arrays;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;

/** The application. */
@SpringBootApplication
public class TallEmber {
    private final Environment environment;

    TallEmber(Environment environment) {
        this.environment = environment;
    }

    /** Flags: {@code --empty} starts without the demo parts, {@code --data=FOLDER} and {@code --port=N} move things. */
    public static void main(String[] args) {
        String[] known = Arrays.stream(args)
                .map(a -> a.equals("--empty")
                        ? "--tallember.empty=true"
                        : a.replaceFirst("^--data=", "--tallember.data=").replaceFirst("^--port=", "--server.port="))
                .toArray(String[]::new);
        SpringApplication.run(TallEmber.class, known);
    }

    @EventListener(ApplicationReadyEvent.class)
    void ready() {
        org.slf4j.LoggerFactory.getLogger(TallEmber.class)
                .info("Tall Ember is ready: http://localhost:{}/", environment.getProperty("local.server.port"));
    }
}
