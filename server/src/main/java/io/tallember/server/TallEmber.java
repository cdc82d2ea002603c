package io.tallember.server;

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

    /** Flags: see {@link Start}. Exit code 2 and a sentence when it can't start so. */
    public static void main(String[] args) {
        try {
            SpringApplication.run(TallEmber.class, Start.settings(args));
        } catch (Start.Impossible e) {
            System.err.println(e.getMessage());
            System.exit(2);
        }
    }

    @EventListener(ApplicationReadyEvent.class)
    void ready() {
        org.slf4j.LoggerFactory.getLogger(TallEmber.class)
                .info("Tall Ember is ready: http://localhost:{}/", environment.getProperty("local.server.port"));
    }
}
