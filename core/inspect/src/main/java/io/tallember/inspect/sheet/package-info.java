/**
 * Drawing sheets that follow the part: {@link io.tallember.inspect.sheet.SeenLines} projects bodies with what is hidden told apart,
 * {@link io.tallember.inspect.sheet.Dimensions} takes sizes from the steps, {@link io.tallember.inspect.sheet.Sheet} lays views, sizes
 * and tables out, and the writers put its ink into SVG and PDF.
 */
package io.tallember.inspect.sheet;
