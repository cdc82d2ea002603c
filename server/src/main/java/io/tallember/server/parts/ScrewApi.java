package io.tallember.server.parts;

import io.tallember.part.holes.ScrewSizes;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The screw sizes that holes may be made for. */
@RestController
class ScrewApi {
    @GetMapping("/api/screws")
    List<ScrewSizes.Screw> metric() {
        return ScrewSizes.metric();
    }
}
