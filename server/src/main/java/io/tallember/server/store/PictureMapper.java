package io.tallember.server.store;

import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Statements on pictures. */
@Mapper
public interface PictureMapper {
    @Select("select hash, type, content from picture where hash = #{hash}")
    PictureRow find(@Param("hash") String hash);

    @Update("merge into picture(hash, type, content) key(hash) values (#{hash}, #{type}, #{content})")
    int put(@Param("hash") String hash, @Param("type") String type, @Param("content") byte[] content);
}
