/** Reading STEP files: text to entities, entities to geometry, then faces without seams and edges made exact. */
package io.tallember.exchange.step;
