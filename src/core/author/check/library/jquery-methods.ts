/** What jQuery's own objects can do, 1 to 4; anything else called on one comes from a plugin. */
export const jqueryMethods: ReadonlySet<string> = new Set(
  [
    'add addBack addClass after ajaxComplete ajaxError ajaxSend ajaxStart ajaxStop ajaxSuccess',
    'andSelf animate append appendTo attr before bind blur change children clearQueue click clone',
    'closest constructor contents contextmenu context css data dblclick delay delegate dequeue',
    'detach die each empty end eq error even extend fadeIn fadeOut fadeTo fadeToggle filter find',
    'finish first focus focusin focusout get has hasClass height hide hover html index init',
    'innerHeight innerWidth insertAfter insertBefore is jquery keydown keypress keyup last length',
    'live load map mousedown mouseenter mouseleave mousemove mouseout mouseover mouseup next',
    'nextAll nextUntil not odd off offset offsetParent on one outerHeight outerWidth parent',
    'parents parentsUntil position prepend prependTo prev prevAll prevUntil promise prop pushStack',
    'push queue ready remove removeAttr removeClass removeData removeProp replaceAll replaceWith',
    'resize scroll scrollLeft scrollTop select selector serialize serializeArray show siblings',
    'size slice slideDown slideToggle slideUp sort splice stop submit text toArray toggle',
    'toggleClass trigger triggerHandler unbind undelegate uniqueSort unload unwrap val width wrap',
    'wrapAll wrapInner then done fail always catch',
  ]
    .join(' ')
    .split(' '),
);
