/** Fields of steps to and from JSON: numbers as they are typed, and what steps refer to. */
package io.tallember.part.fields;
