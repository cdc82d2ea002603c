package io.tallember.server.store;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Statements on named versions of parts. */
@Mapper
public interface VersionMapper {
    @Insert("insert into version(part, name, text, made) values (#{part}, #{name}, #{text}, localtimestamp)")
    int add(@Param("part") long part, @Param("name") String name, @Param("text") String text);

    @Select("select id, name, made from version where part = #{part} order by id desc")
    List<VersionRow> all(@Param("part") long part);

    @Select("select text from version where part = #{part} and id = #{id}")
    String text(@Param("part") long part, @Param("id") long id);
}
